import type { Session } from '../../core/document';
import type { RecordedTrack } from '../../workers/recordProtocol';
import { plainFileName } from '../components/download';

/** Names of files, each once, for the microphones that have a channel; without a plan one for every channel there is. */
export function tracksOf(
  { microphones }: Pick<Session, 'microphones'>,
  channels: Readonly<Record<string, number | null>>,
  count: number,
  inputName: (channel: number) => string,
): RecordedTrack[] {
  const wanted =
    microphones.length > 0
      ? microphones.flatMap(({ id, name }) => {
          const channel = channels[id] ?? null;
          return channel === null ? [] : [{ name: plainFileName(name), microphoneId: id, channel }];
        })
      : Array.from({ length: count }, (_, channel) => ({ name: inputName(channel), microphoneId: null, channel }));
  const taken = new Set<string>();
  return wanted.map((track) => {
    let { name } = track;
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${track.name} ${n}`;
    taken.add(name.toLowerCase());
    return { ...track, name };
  });
}
