/**
 * Sound of a disc that moves in a large baffle (a drum head, a sound board, a bell's mouth), as a share of a point source's:
 * both pressures below are 1/r far away, so that they read as "one metre over the distance".
 */

/** A rule of Gauss and Legendre, brought from (−1, 1) to (0, 1): nodes and weights of its positive half. */
function rule(nodes: readonly number[], weights: readonly number[]): { readonly nodes: Float64Array; readonly weights: Float64Array } {
  return {
    nodes: Float64Array.from([...nodes.map((x) => 0.5 - x / 2), ...nodes.map((x) => 0.5 + x / 2)]),
    weights: Float64Array.from([...weights, ...weights].map((w) => w / 2)),
  };
}

/** Twelve points close by, four from a few radii on (Abramowitz and Stegun, table 25.4). */
const CLOSE = rule(
  [0.1252334085114689, 0.3678314989981802, 0.5873179542866175, 0.7699026741943047, 0.9041172563704749, 0.9815606342467192],
  [0.2491470458134028, 0.2334925365383548, 0.2031674267230659, 0.1600783285433462, 0.1069393259953184, 0.0471753363865118],
);
const APART = rule([0.3399810435848563, 0.8611363115940526], [0.6521451548625461, 0.3478548451374538]);
const APART_RADII = 2.5;

/** Beyond this many radii the far field's closed form serves: within 0.04 dB of the integral. */
const FAR_RADII = 8;

/** 2·J1(x)/x by its power series; good to 1e-9 for x up to 4. */
function jinc(x: number): number {
  const q = (x * x) / 4;
  let term = 1;
  let sum = 1;
  for (let n = 1; n < 12; n++) {
    term *= -q / (n * (n + 1));
    sum += term;
  }
  return sum;
}

/**
 * Pressure of a disc all of whose parts move together, 1/m: |∫ e^(−jkr)/r dS|/(πa²) (Rayleigh 1896), by the line integral
 * along the rim that it equals (Schoch 1941). On axis 4·|sin(k(s−d)/2)|/(k·a²) with s = √(d²+a²); for k to 0 that is 2(s−d)/a².
 * @param radiusM a, above 0
 * @param outM ρ, distance from the disc's axis
 * @param aboveM z, height over the disc's plane, above 0
 * @param waveNumber k = 2πf/c, 1/m, above 0; k·a up to 4
 */
export function discTogether(radiusM: number, outM: number, aboveM: number, waveNumber: number): number {
  const a = radiusM;
  const k = waveNumber;
  const r2 = outM * outM + aboveM * aboveM;
  if (r2 > (FAR_RADII * a) ** 2) {
    const r = Math.sqrt(r2);
    return jinc((k * a * outM) / r) / r;
  }
  const { nodes, weights } = r2 > (APART_RADII * a) ** 2 ? APART : CLOSE;
  let re = 0;
  let im = 0;
  if (outM < a) {
    // Over the disc: e^(−jkz) less the mean over all directions of e^(−jkR), R the distance to the rim.
    for (let i = 0; i < nodes.length; i++) {
      const angle = Math.PI * (nodes[i] as number);
      const c = Math.cos(angle);
      const along = outM * c + Math.sqrt(a * a - outM * outM * (1 - c * c));
      const phase = k * Math.sqrt(aboveM * aboveM + along * along);
      re -= (weights[i] as number) * Math.cos(phase);
      im += (weights[i] as number) * Math.sin(phase);
    }
    re += Math.cos(k * aboveM);
    im -= Math.sin(k * aboveM);
  } else {
    // Beside it: over the angle the disc is seen under, near rim less far rim. sin ψ = (a/ρ)·sin φ keeps the ends smooth.
    const share = a / outM;
    for (let i = 0; i < nodes.length; i++) {
      const phi = (Math.PI / 2) * (nodes[i] as number);
      const s = share * Math.sin(phi);
      const c = Math.sqrt(1 - s * s);
      const half = a * Math.cos(phi);
      const near = k * Math.sqrt(aboveM * aboveM + (outM * c - half) ** 2);
      const far = k * Math.sqrt(aboveM * aboveM + (outM * c + half) ** 2);
      const weight = ((weights[i] as number) * half) / (2 * outM * c);
      re += weight * (Math.cos(near) - Math.cos(far));
      im -= weight * (Math.sin(near) - Math.sin(far));
    }
  }
  return (2 * Math.hypot(re, im)) / (k * a * a);
}

/**
 * Root mean square pressure of a disc whose parts sound each for itself, 1/m: √(∫ 1/r² dS/(πa²)), in closed form. On axis
 * √(ln(1 + a²/d²))/a.
 */
export function discApart(radiusM: number, outM: number, aboveM: number): number {
  const a2 = radiusM * radiusM;
  const z2 = aboveM * aboveM;
  const p2 = outM * outM;
  const x = a2 + z2 - p2;
  const root = Math.sqrt(x * x + 4 * p2 * z2);
  const ratio = x > 0 ? (x + root) / (2 * z2) : (2 * p2) / (root - x);
  // Far away the logarithm's argument is 1 + a²/r²: its series keeps the digits that the difference would lose.
  const r2 = p2 + z2;
  return r2 > 1e4 * a2 ? 1 / Math.sqrt(r2) : Math.sqrt(Math.log(ratio) / a2);
}

/** On the axis: {@link discTogether} in closed form. */
export function discTogetherOnAxis(radiusM: number, distanceM: number, waveNumber: number): number {
  const s = Math.hypot(distanceM, radiusM);
  return (4 * Math.abs(Math.sin((waveNumber * (s - distanceM)) / 2))) / (waveNumber * radiusM * radiusM);
}
