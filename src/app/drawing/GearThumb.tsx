import type { MicrophoneKind } from '../../core/microphones';
import type { InputDevice } from '../../core/patch';
import type { StandModel } from '../../core/stands';
import { MicrophoneGlyph } from './MicrophoneGlyph';

const LINE = 'var(--chakra-colors-ink)';
const small = { height: 64, width: 96, pointerEvents: 'none' } as const;

/** How far a kind's outline reaches behind its capsule, in its own pixels, more than before it. */
const BEHIND: Partial<Record<MicrophoneKind, number>> = { 'moving-coil': 6, 'small-condenser': 8, 'clip-on': 3, 'large-condenser': 2 };

/** A kind of microphone by its outline, as it is drawn on the Floor. */
export const MicrophoneThumb = ({ kind }: { kind: MicrophoneKind }) => (
  <svg viewBox={`${-26 - (BEHIND[kind] ?? 0)} -16 52 32`} aria-hidden="true" style={small}>
    <MicrophoneGlyph kind={kind} colour={LINE} angleDeg={0} flat={false} />
  </svg>
);

/** A device as its row of inputs; those on one phantom switch stand on one bar. */
export function DeviceThumb({ inputs }: Pick<InputDevice, 'inputs'>) {
  const step = Math.min(18, 84 / inputs.length);
  const x = (i: number): number => 48 + (i - (inputs.length - 1) / 2) * step;
  return (
    <svg viewBox="0 0 96 64" aria-hidden="true" style={small}>
      <rect x={x(0) - 9} y={16} width={x(inputs.length - 1) - x(0) + 18} height={32} fill="none" stroke={LINE} strokeWidth={1.5} />
      {inputs.map((input, i) => {
        const next = inputs[i + 1];
        return (
          <g key={input.id} stroke={LINE} fill="none">
            <circle cx={x(i)} cy={28} r={step * 0.32} strokeWidth={1.5} />
            {input.phantomBank && next?.phantomBank === input.phantomBank && (
              <path d={`M${x(i)} 41H${x(i + 1)}`} stroke="var(--chakra-colors-tape)" strokeWidth={2} />
            )}
            {input.phantomBank && <path d={`M${x(i)} 38v3`} stroke="var(--chakra-colors-tape)" strokeWidth={2} />}
          </g>
        );
      })}
    </svg>
  );
}

/** A stand between its lowest and highest, to scale with the others. */
export function StandThumb({ minHeightM, maxHeightM, reachM, footprintM }: StandModel) {
  const perM = 25;
  const [x, floor] = [40, 60];
  const top = floor - maxHeightM * perM;
  const low = floor - minHeightM * perM;
  return (
    <svg viewBox="0 0 96 64" aria-hidden="true" style={small}>
      <g stroke={LINE} fill="none" strokeLinecap="round">
        <path d={`M${x - footprintM * perM} ${floor}L${x} ${floor - 6}L${x + footprintM * perM} ${floor}`} strokeWidth={2} />
        <path d={`M${x} ${floor - 4}V${low}`} strokeWidth={2.5} />
        <path d={`M${x} ${low}V${top}`} strokeWidth={1.2} />
        {reachM > 0 && <path d={`M${x - 6} ${top + 3}L${x + reachM * perM} ${top - 2}`} strokeWidth={1.5} />}
      </g>
    </svg>
  );
}
