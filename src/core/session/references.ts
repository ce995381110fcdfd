import type { Session } from './document';

/** The first thing in a session that points at nothing, as a phrase; null when everything hangs together. */
export function firstDanglingReference(session: Session): string | null {
  const microphones = new Set(session.microphones.map((m) => m.id));
  const models = new Set(session.shelf.microphones.map((m) => m.id));
  const instruments = new Set(session.instruments.map((i) => i.id));
  for (const [i, microphone] of session.microphones.entries()) {
    if (!models.has(microphone.modelId)) return `microphones[${i}].modelId names “${microphone.modelId}”, which is not on its shelf`;
    if (microphone.target && !instruments.has(microphone.target.instrumentId))
      return `microphones[${i}].target names an instrument that is not in the session`;
  }
  for (const [i, pair] of session.pairs.entries()) {
    if (!microphones.has(pair.leftId) || !microphones.has(pair.rightId)) return `pairs[${i}] names a microphone that is not in the session`;
    if (pair.leftId === pair.rightId) return `pairs[${i}] names the same microphone twice`;
  }
  const lost = session.tape.findIndex((reading) => !microphones.has(reading.microphoneId));
  if (lost >= 0) return `tape[${lost}] names a microphone that is not in the session`;
  const stray = Object.keys(session.patch).find((id) => !microphones.has(id));
  return stray ? `patch.${stray} names a microphone that is not in the session` : null;
}
