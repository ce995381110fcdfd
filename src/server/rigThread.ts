import { parentPort } from 'node:worker_threads';
import { readSession } from '../core/document';
import { readFaults, SimulatedRig } from '../core/lineCheck';
import { sayDocument } from '../words/documents';
import type { RigAnswer, RigAsk, RigRequest } from './rigs';

/** The rigs of this thread by their conversations. */
const rigs = new Map<number, SimulatedRig>();

function begin(conversation: number, { session, deviceId, seed, faults }: RigAsk & { kind: 'begin' }): RigAnswer {
  const read = readSession(session);
  const planted = readFaults(faults);
  if (!read.ok || !planted)
    return { ok: false, reason: read.ok ? 'One of the faults is none that this rig knows: see docs/adapters.md.' : sayDocument(read.reason) };
  const rig = new SimulatedRig(read.value, deviceId, seed, planted);
  rigs.set(conversation, rig);
  const dropped = planted.find((fault) => fault.kind === 'dropped');
  return { ok: true, device: rig.description, state: rig.state, dropAfter: dropped?.afterCommands ?? null };
}

function answer(conversation: number, ask: RigAsk): RigAnswer {
  if (ask.kind === 'begin') return begin(conversation, ask);
  const rig = rigs.get(conversation);
  if (ask.kind === 'end' || !rig) {
    rigs.delete(conversation);
    return { ok: false, reason: 'No rig is set up yet: send a rig first.' };
  }
  if (ask.kind === 'meters') return { ok: true, peaksDbfs: rig.meters() };
  if (ask.kind === 'channel') return { ok: true, samples: rig.recordChannel(ask.channel, ask.seconds) };
  if (ask.kind === 'set') rig.set(ask.command);
  else rig.hand(ask.action);
  return { ok: true, state: rig.state };
}

const sentence = (error: unknown): string => (error instanceof Error && error.message.length < 400 ? error.message : 'The device cannot do that.');

parentPort?.on('message', ({ id, conversation, ask }: RigRequest) => {
  let said: RigAnswer;
  try {
    said = answer(conversation, ask);
  } catch (error) {
    said = { ok: false, reason: sentence(error) };
  }
  parentPort?.postMessage({ id, answer: said }, said.ok && said.samples ? [said.samples.buffer as ArrayBuffer] : []);
});
