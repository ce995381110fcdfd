import type { Session } from '../../../core/document';
import type { RecordedTrack } from '../../../workers/recordProtocol';
import { fileName } from '../../components/download';

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
          return channel === null ? [] : [{ name: fileName(name, ''), microphoneId: id, channel }];
        })
      : Array.from({ length: count }, (_, channel) => ({ name: inputName(channel), microphoneId: null, channel }));
  const seen = new Map<string, number>();
  return wanted.map(({ name, ...track }) => {
    const plain = name.replace(/\.$/, '');
    const times = (seen.get(plain.toLowerCase()) ?? 0) + 1;
    seen.set(plain.toLowerCase(), times);
    return { ...track, name: times > 1 ? `${plain} ${times}` : plain };
  });
}
