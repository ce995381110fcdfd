import { Box } from '@chakra-ui/react';
import { lazy, type MouseEvent, Suspense } from 'react';
import type { Session } from '../../../core/document';
import { formatNumber } from '../../../core/units';
import { type Heard, momentAt } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import type { ChannelPeaks } from '../../../workers/protocol';
import { useDeckPlace, useDecks } from '../../listening/decks';
import { play, usePlayer } from './player';

const Waveform = lazy(() => import('./Waveform').then((module) => ({ default: module.Waveform })));

interface Props {
  readonly heard: Heard & { readonly session: Session };
  readonly wave: ChannelPeaks;
  readonly colour: string;
  /** All lanes share one time axis, seconds. */
  readonly lengthS: number;
}

const percent = (share: number): string => `${100 * Math.min(1, Math.max(0, share))}%`;

/** Where what is heard is by now, on every lane that takes part. */
function Playhead({ lengthS, fromS, toS }: { lengthS: number; fromS: number; toS: number }) {
  const place = useDeckPlace((state) => state.place);
  if (place === null) return null;
  return (
    <Box position="absolute" top="0" bottom="0" w="2px" bg="ink" pointerEvents="none" left={percent((fromS + place * (toS - fromS)) / lengthS)} />
  );
}

/** One channel's outline on the time axis of all, with the moment that is looked at; a press hears the channel there. */
export function Lane({ heard, wave, colour, lengthS }: Props) {
  const moment = usePlayer((state) => state.moment);
  const isHeard = useDecks((state) => state.heard !== null);
  const hear = (event: MouseEvent<HTMLButtonElement>): void => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    // A press by key has no place: the moment that is looked at, or the beginning.
    const at = event.detail === 0 ? (moment?.fromS ?? 0) : ((event.clientX - left) / width) * lengthS;
    void play(heard, { part: { of: 'channel', channels: [wave.name] }, moment: momentAt(at, heard.report) });
  };
  return (
    <Box position="relative">
      <Box w={percent(wave.durationSeconds / lengthS)}>
        <Suspense fallback={<Box h="44px" />}>
          <Waveform wave={wave} colour={colour} />
        </Suspense>
      </Box>
      {moment && (
        <Box
          position="absolute"
          top="0"
          bottom="0"
          pointerEvents="none"
          bg="tape"
          opacity="0.25"
          left={percent(moment.fromS / lengthS)}
          w={percent((moment.toS - moment.fromS) / lengthS)}
        />
      )}
      {isHeard && <Playhead lengthS={lengthS} fromS={moment?.fromS ?? 0} toS={moment?.toS ?? heard.report.durationSeconds} />}
      <button
        type="button"
        aria-label={sayCheck('hear-the-moment-of', { channel: wave.name })}
        title={sayCheck('press-to-hear-from-there')}
        onClick={hear}
        style={{ position: 'absolute', inset: 0, zIndex: 5, width: '100%', cursor: 'pointer', background: 'transparent', border: 0 }}
      />
    </Box>
  );
}

/** Seconds under the lanes. */
export function TimeAxis({ lengthS }: { lengthS: number }) {
  const step = [0.5, 1, 2, 5, 10, 30, 60, 120, 300, 600].find((one) => lengthS / one <= 10) ?? 1800;
  const ticks = Array.from({ length: Math.floor(lengthS / step) + 1 }, (_, i) => i * step);
  return (
    <Box position="relative" h="18px" aria-hidden="true" className="measure" fontSize="12px" color="quiet">
      {ticks.map((tick) => (
        <Box key={tick} position="absolute" left={percent(tick / lengthS)} transform={tick === 0 ? undefined : 'translateX(-50%)'}>
          {tick === 0 ? sayCheck('0-s') : formatNumber(tick, step < 1 ? 1 : 0)}
        </Box>
      ))}
    </Box>
  );
}
