import { writeWav } from '../../core/audio';
import { askWorker, engineRate } from './engine';
import { wholeDeck } from './listening';
import player from './player.worklet.ts?worker&url';
import type { WholeLoop } from './playerProtocol';

/** What is heard, as a file: one round of the loop through the same player, faster than it is heard. */
export async function saveHeard(): Promise<Blob | null> {
  const deck = await wholeDeck();
  if (!deck) return null;
  const answer = await askWorker({ kind: 'whole', loop: deck.loop });
  const channels = answer.kind === 'whole' ? answer.channels : [];
  const length = channels[0]?.length ?? 0;
  if (length === 0) return null;
  const offline = new OfflineAudioContext(2, length, engineRate());
  await offline.audioWorklet.addModule(player);
  const processorOptions: WholeLoop = { channels, matrix: deck.matrix, gain: deck.gain };
  new AudioWorkletNode(offline, 'player', { numberOfInputs: 0, outputChannelCount: [2], processorOptions }).connect(offline.destination);
  const heard = await offline.startRendering();
  return new Blob([writeWav([heard.getChannelData(0), heard.getChannelData(1)], heard.sampleRate, 'f32')], { type: 'audio/wav' });
}
