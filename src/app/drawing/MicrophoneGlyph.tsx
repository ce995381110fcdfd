import type { MicrophoneKind } from '../../core/microphones';

/** The outline of a kind of microphone, looking to the right, in pixels; the capsule sits at the origin. */
const OUTLINES: Record<MicrophoneKind, string> = {
  'moving-coil': 'M6 0A6 6 0 1 1 -4 -4.4L-18 -3V3L-4 4.4A6 6 0 0 0 6 0Z',
  'large-condenser': 'M5 -9H-4Q-8 -9 -8 -5V5Q-8 9 -4 9H5ZM-1.5 -9V9',
  'small-condenser': 'M4 -3.2H-20V3.2H4ZM0 -3.2V3.2',
  ribbon: 'M3 -11H-3V11H3ZM0 -8V8',
  boundary: 'M8 3H-8Q-6 -5 0 -5Q6 -5 8 3Z',
  'clip-on': 'M4 0A4 4 0 1 1 -3 -2.6L-10 4',
  loudspeaker: 'M5 -10L-6 -5H-11V5H-6L5 10Z',
  pickup: 'M7 -4H-3V4H7ZM-3 -2H-9V2H-3M-9 0Q-16 0 -16 6',
};

/** A small oriented glyph: kind by outline, aim by direction. */
export function MicrophoneGlyph({
  kind,
  colour,
  angleDeg,
  flat,
  dash,
}: {
  kind: MicrophoneKind;
  colour: string;
  angleDeg: number;
  flat: boolean;
  dash?: string | undefined;
}) {
  return (
    <g transform={`rotate(${angleDeg.toFixed(1)})`}>
      {flat ? (
        <circle r={6} fill="var(--chakra-colors-page)" stroke={colour} strokeWidth={2} strokeDasharray={dash} />
      ) : (
        <path d={OUTLINES[kind]} fill="var(--chakra-colors-page)" stroke={colour} strokeWidth={2} strokeLinejoin="round" strokeDasharray={dash} />
      )}
      <circle r={2} fill={colour} />
    </g>
  );
}

export const stringColour = (index: number): string => `var(--chakra-colors-string${index % 8})`;

/** Lines of the second and third microphone of a colour: there are eight colours, and no two lines alike while these last. */
const DASHES: readonly (readonly [number, number] | undefined)[] = [undefined, [7, 4], [2, 4]];

/** How a microphone's line is broken, so that it differs from others of its colour; undefined where it is whole. */
export function stringDash(microphones: readonly { readonly id: string; readonly colour: number }[], id: string, scale = 1): string | undefined {
  const own = microphones.find((one) => one.id === id);
  const before = own ? microphones.slice(0, microphones.indexOf(own)).filter(({ colour }) => colour % 8 === own.colour % 8).length : 0;
  return DASHES[before % DASHES.length]?.map((length) => length * scale).join(' ');
}
