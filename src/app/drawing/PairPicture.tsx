import { Box } from '@chakra-ui/react';
import type { Pair } from '../../core/document';
import { keyOfSource, partsOfSourceKey } from '../../core/ids';
import type { ImagePlace } from '../../core/stereo';
import { asMidway, formatFrequency, formatNumber } from '../../core/units';
import { sayDrawing } from '../../words/drawing.page.en';

/** Farther from the middle than this a source that should be central is told, share of the way to a loudspeaker. */
const CENTRAL = 0.12;
/** What is wanted in the middle of most pictures, and from where on it is told. */
const CENTRAL_SOURCES = new Set(['kick', 'snare', 'voice']);
const FAR_OFF = 0.3;
const [LANE, TOP, SIDE] = [15, 16, 40];

const side = (position: number): string =>
  Math.abs(position) < 0.06
    ? sayDrawing('in-the-middle')
    : `${formatNumber(100 * Math.abs(position), 0)} % ${position < 0 ? sayDrawing('left') : sayDrawing('right')}`;

/** A picture as the player sees it, or turned round for the audience. */
export const seenFrom = (places: readonly ImagePlace[], isAudience: boolean): ImagePlace[] =>
  places.map((place) =>
    isAudience
      ? { ...place, position: -place.position, secondPosition: -place.secondPosition, blur: [-place.blur[1], -place.blur[0]] }
      : { ...place },
  );

/** Where each source appears between the loudspeakers: by both schools, with its blur. */
export function PairPicture({ places, width }: { places: readonly ImagePlace[]; width: number }) {
  const height = TOP + LANE * places.length + 6;
  const x = (position: number): number => width / 2 + position * (width / 2 - SIDE);
  const label = places.map(({ name, position }) => `${name} ${side(position)}`).join(', ');
  return (
    <svg className="drawing" width={width} height={height} role="img" aria-label={sayDrawing('between-the-loudspeakers', { label })}>
      {([-1, 0, 1] as const).map((at) => (
        <g key={at}>
          <path d={`M${x(at)} ${TOP - 2}V${height - 4}`} stroke="var(--chakra-colors-line)" strokeDasharray={at === 0 ? undefined : '3 3'} />
          <text x={x(at)} y={11} textAnchor="middle" style={{ fontSize: 12, fill: 'var(--chakra-colors-quiet)' }}>
            {at === -1 ? sayDrawing('left') : at === 0 ? sayDrawing('middle') : sayDrawing('right')}
          </text>
        </g>
      ))}
      {places.map(({ sourceKey, name, position, secondPosition, blur }, i) => {
        const y = TOP + LANE * i + LANE / 2;
        const left = position > 0;
        return (
          <g key={sourceKey}>
            <path d={`M${x(blur[0])} ${y}H${x(blur[1])}`} stroke="var(--chakra-colors-quiet)" strokeWidth={3} opacity={0.5} />
            <path d={`M${x(secondPosition)} ${y - 5}V${y + 5}`} stroke="var(--chakra-colors-ink)" strokeWidth={1.5} />
            <circle cx={x(position)} cy={y} r={4.5} fill="var(--chakra-colors-tape)" />
            <text
              x={left ? Math.min(x(position), x(blur[0]), x(secondPosition)) - 8 : Math.max(x(position), x(blur[1]), x(secondPosition)) + 8}
              y={y + 4}
              textAnchor={left ? 'end' : 'start'}
              style={{ fontSize: 12 }}
            >
              {name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** What must be central, what a mono sum loses first. */
export function PictureWords({ pair, places }: { pair: Pair; places: readonly ImagePlace[] }) {
  const centre = places.find(({ sourceKey }) => pair.centre && sourceKey === keyOfSource(pair.centre));
  const others = places.filter(
    (place) => place !== centre && CENTRAL_SOURCES.has(partsOfSourceKey(place.sourceKey).sourceId) && Math.abs(place.position) > FAR_OFF,
  );
  const dips = places
    .filter(({ monoDipHz, levelDb }) => monoDipHz !== null && Math.abs(levelDb) < 6)
    .sort((a, b) => (a.monoDipHz ?? 0) - (b.monoDipHz ?? 0));
  const [worst] = dips;
  const widest = places.reduce((most, { position }) => Math.max(most, Math.abs(position)), 0);
  return (
    <>
      {centre && (
        <Box color={Math.abs(centre.position) > CENTRAL ? 'improve' : 'ink'}>
          {sayDrawing('is-position-make-its-two-strings', {
            centre: centre.name,
            side: side(centre.position),
            position: Math.abs(centre.position) > CENTRAL ? 'yes' : 'no',
          })}
        </Box>
      )}
      {others.map(({ sourceKey, name, position }) => (
        <Box key={sourceKey} mt="1" color="improve">
          {sayDrawing('is-turn-the-pair-about-the', { name, side: side(position), centre: asMidway(centre?.name ?? 'middle') })}
        </Box>
      ))}
      <Box mt="1">{sayDrawing('the-picture-reaches-of-the-way', { value: formatNumber(100 * widest, 0) })}</Box>
      {worst?.monoDipHz ? (
        <Box mt="1">{sayDrawing('added-to-mono-the-dips-first', { worst: asMidway(worst.name), monoDip: formatFrequency(worst.monoDipHz) })}</Box>
      ) : (
        <Box mt="1">{sayDrawing('added-to-mono-nothing-dips-that')}</Box>
      )}
    </>
  );
}
