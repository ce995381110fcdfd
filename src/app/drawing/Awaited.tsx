import { Box } from '@chakra-ui/react';
import type { ReactNode } from 'react';

const LINE = { fill: 'none', stroke: 'currentColor', strokeWidth: 2, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;
const TAPE = { ...LINE, stroke: 'var(--chakra-colors-tape)' } as const;

/** Microphones on the left, sockets on the right, a cable each. */
const Inputs = () => (
  <>
    <g {...LINE}>
      {[30, 75, 120].map((y) => (
        <circle key={y} cx="40" cy={y} r="12" />
      ))}
      <rect x="224" y="12" width="72" height="126" rx="4" />
      {[30, 58, 92, 120].map((y) => (
        <circle key={y} cx="248" cy={y} r="8" />
      ))}
    </g>
    <g {...TAPE}>
      <path d="M54 30C130 30 150 58 238 58" />
      <path d="M54 75C130 75 150 30 238 30" />
      <path d="M54 120C130 120 150 92 238 92" />
    </g>
    <path d="M270 58h8M270 30h8M270 92h8M270 120h8" {...LINE} opacity="0.5" />
  </>
);

/** Two capsules at an angle, and where between two loudspeakers what they hear will stand. */
const Pair = () => (
  <>
    <g {...LINE}>
      <path d="M34 24h252" />
      <path d="M22 14h24v20H22zM274 14h24v20h-24z" />
      <path d="M160 118 90 24M160 118l70-94" opacity="0.5" strokeDasharray="4 6" />
    </g>
    {[80, 148, 176, 240].map((x) => (
      <circle key={x} cx={x} cy="24" r="5" fill="currentColor" />
    ))}
    <path d="M142 106l-16 24M178 106l16 24" {...TAPE} strokeWidth="10" />
    <path d="M142 142h36" {...TAPE} />
  </>
);

/** A drum with a mark, a microphone, and the tape between them. */
const Strings = () => (
  <>
    <g {...LINE}>
      <ellipse cx="104" cy="102" rx="70" ry="16" />
      <path d="M34 102v26c0 9 31 16 70 16s70-7 70-16v-26" />
      <path d="M284 146V44l-46 8" opacity="0.5" />
    </g>
    <circle cx="104" cy="102" r="5" fill="currentColor" />
    <path d="M236 40l-24 16" {...TAPE} strokeWidth="11" />
    <path d="M206 60 110 99" {...TAPE} />
    <path d="M190 58l6 13M170 66l6 13M150 74l6 13M130 82l6 13" {...TAPE} opacity="0.6" />
  </>
);

/** Attempts one after another, one that went another way, and two of them beside each other. */
const Attempts = () => (
  <>
    <g {...LINE}>
      <path d="M50 20v110M50 76c0 22 34 14 34 36" />
      {[20, 76, 130].map((y) => (
        <circle key={y} cx="50" cy={y} r="7" fill="var(--chakra-colors-page)" />
      ))}
      <path d="M140 52h20l4-26 8 52 8-38 8 26 8-16 6 2h96" />
      <path d="M140 108h20l4-14 8 30 8-22 8 14 8-8 6 0h96" opacity="0.6" />
    </g>
    <circle cx="84" cy="118" r="7" fill="var(--chakra-colors-tape)" />
  </>
);

/** Channels of a take, and when a stroke reaches each. */
const Take = () => (
  <>
    <g {...LINE}>
      <path d="M20 28h50l4-20 7 38 7-28 7 18 6-10 6 2h193" />
      <path d="M20 72h62l4-16 7 30 7-22 7 14 6-8 6 2h181" opacity="0.7" />
      <path d="M20 138h280" />
      <path d="M74 138v-30M98 138v-20M150 138v-14" />
    </g>
    <path d="M72 8v84M84 50v42" {...TAPE} strokeDasharray="4 5" />
    {[
      [74, 106],
      [98, 116],
      [150, 122],
    ].map(([x, y]) => (
      <circle key={x} cx={x} cy={y} r="5" fill="var(--chakra-colors-tape)" />
    ))}
  </>
);

/** A row for each line, its lamp, and how loud it is. */
const Lines = () => (
  <>
    {[24, 62, 100, 138].map((y, i) => (
      <g key={y}>
        <circle cx="36" cy={y} r="7" {...(i < 2 ? { fill: 'var(--chakra-colors-fine)' } : LINE)} />
        <path d={`M60 ${y}h70`} {...LINE} />
        <path d={`M160 ${y}h128`} {...LINE} opacity="0.35" strokeWidth="10" strokeLinecap="butt" />
        {i < 3 && <path d={`M160 ${y}h${[84, 66, 40][i]}`} {...TAPE} strokeWidth="10" strokeLinecap="butt" />}
      </g>
    ))}
  </>
);

const DRAWINGS = { inputs: Inputs, pair: Pair, strings: Strings, attempts: Attempts, take: Take, lines: Lines } as const;

/** What will be here once there is something to show: drawn, with a sentence on how it comes about. */
export function Awaited({ drawing, children, inline }: { drawing: keyof typeof DRAWINGS; children?: ReactNode; inline?: boolean }) {
  const Drawing = DRAWINGS[drawing];
  return (
    <Box p={inline ? '0' : '6'} maxW="480px" mx={inline ? undefined : 'auto'} mt={inline ? '4' : { base: '4', md: '14' }}>
      <Box color="edge" mb="4">
        <svg viewBox="0 0 320 150" width="100%" style={{ maxHeight: 220 }} aria-hidden="true">
          <Drawing />
        </svg>
      </Box>
      {children && <Box textAlign={inline ? undefined : 'center'}>{children}</Box>}
    </Box>
  );
}
