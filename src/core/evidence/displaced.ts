import { add, dot, magnitude, normalize, scale, subtract, ThreeUnknowns, type Vec3, vec3 } from '../math';
import { SIGMA_S } from './density';
import type { Displaced } from './hypothesis';
import type { Residual, Weighing } from './likelihood';
import type { Cause } from './model';
import { stringRows } from './strings';

/**
 * How far a stand ends up from its place, metres (one standard deviation along each axis): what stands close is put there to the
 * centimetre, what stands far by eye (our choice); and at most.
 */
const ASTRAY_CLOSE_M = 0.1;
const ASTRAY_PER_METRE = 0.25;
const ASTRAY_M = 0.2;
export const FARTHEST_M = 0.8;

/** Sources are told apart less exactly at first, when a displacement is only roughly known. */
export const BLURS = [6, 3, 1, 1];
export const STILL = vec3(0, 0, 0);
const steps = (by: number): Vec3[] => [-by, by].flatMap((step) => [vec3(step, 0, 0), vec3(0, step, 0)]);
/** Where an instrument is looked for first: in its place, and a step to each side; a microphone up and down too. */
export const AROUND = { elsewhere: [STILL, ...steps(0.25)], moved: [STILL, ...steps(0.15), vec3(0, 0, -0.15), vec3(0, 0, 0.15)] };

/** How a difference of arrivals grows as what is displaced goes along each axis, seconds per metre; null where it does not. */
export function gradientOf(weighing: Weighing, cause: Displaced, { source, channel, spot }: Residual): Vec3 | null {
  const { model } = weighing;
  const by = (microphone: number, moved: Vec3): Vec3 =>
    scale(normalize(add(weighing.at(source, microphone).awayM, moved)), 1 / model.speedOfSoundMps);
  if (cause.kind === 'moved') {
    if (channel === cause.channel) return by(channel, cause.byM);
    return spot === cause.channel ? scale(by(spot, cause.byM), -1) : null;
  }
  if (model.instrumentOf(source) !== cause.instrument) return null;
  const back = scale(cause.byM, -1);
  return subtract(model.fixed(spot) ? STILL : by(spot, back), model.fixed(channel) ? STILL : by(channel, back));
}

/** How far a thing usually ends up from its place, metres. */
export function astrayM(weighing: Weighing, cause: Displaced): number {
  if (cause.kind === 'elsewhere') return ASTRAY_M;
  let nearest = Infinity;
  for (let source = 0; source < weighing.model.sources; source++) nearest = Math.min(nearest, magnitude(weighing.at(source, cause.channel).awayM));
  return Math.min(ASTRAY_M, ASTRAY_CLOSE_M + ASTRAY_PER_METRE * nearest);
}

/** The displacement that residuals ask for, held back by how far things usually go; and how well it is known. */
export function displacement(weighing: Weighing, causes: readonly Cause[], start: Displaced): { cause: Displaced; occam: number } | null {
  const astray = astrayM(weighing, start);
  let cause = start;
  let occam = 0;
  for (const blur of BLURS) {
    // What is displaced may have been taken for another source.
    const sources = weighing.sourcesOf([...causes, cause], blur);
    const unknowns = new ThreeUnknowns(astray);
    const { byM } = cause;
    const heard = weighing.residuals([...causes, cause], sources).flatMap((left) => {
      const along = gradientOf(weighing, cause, left);
      // What is far off is another thing: it pulls less and less.
      return along ? [{ along, left: left.seconds, weight: 1 / (SIGMA_S ** 2 * (1 + (left.seconds / (3 * blur * SIGMA_S)) ** 2)) }] : [];
    });
    const clapped = weighing.clapRows([...causes, cause], cause, blur);
    for (const { along, left, weight } of [...heard, ...clapped, ...stringRows(weighing.model.strings, weighing.channels, causes, cause, blur)]) {
      unknowns.add(along, left + dot(along, byM), weight);
    }
    const solved = unknowns.solve();
    if (!solved) return null;
    cause = { ...cause, byM: solved };
    occam = unknowns.logShareLeft();
  }
  return magnitude(cause.byM) > FARTHEST_M ? null : { cause, occam };
}
