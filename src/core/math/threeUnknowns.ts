import { solveLinear } from './linear';
import { type Vec3, vec3 } from './vec3';

const rowOf = ({ x, y, z }: Vec3): readonly number[] => [x, y, z];

/** Weighted least squares for three unknowns that are held to nought by a spread: normal equations to which rows are added. */
export class ThreeUnknowns {
  /** Information about the unknowns, one over their unit squared. */
  private readonly information: number[][];
  private readonly wanted = [0, 0, 0];

  /** @param sigma standard deviation of each unknown before any row, above 0 */
  constructor(private readonly sigma: number) {
    this.information = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? 1 / sigma ** 2 : 0)));
  }

  /** Adds a row: that `along` times the unknowns is `value`, with a weight of one over its variance. */
  add(along: Vec3, value: number, weight: number): void {
    const row = rowOf(along);
    for (const [i, a] of row.entries()) {
      this.wanted[i] = (this.wanted[i] as number) + weight * a * value;
      const line = this.information[i] as number[];
      for (const [j, b] of row.entries()) line[j] = (line[j] as number) + weight * a * b;
    }
  }

  /** The unknowns; null where they cannot be told. */
  solve(): Vec3 | null {
    const solved = solveLinear(this.information, this.wanted);
    return solved && vec3(solved[0] as number, solved[1] as number, solved[2] as number);
  }

  /** What is open of the unknowns along a direction: covariance times it, unit squared. */
  openAlong(along: Vec3): Vec3 {
    const [x = 0, y = 0, z = 0] = solveLinear(this.information, [...rowOf(along)]) ?? [];
    return vec3(x, y, z);
  }

  /** How much smaller the rows made what is open: log of the share of the volume that is left, 0 or less (Laplace's approximation). */
  logShareLeft(): number {
    const [[p = 0, q = 0, r = 0] = [], [s = 0, t = 0, u = 0] = [], [v = 0, w = 0, x = 0] = []] = this.information;
    const determinant = p * (t * x - u * w) - q * (s * x - u * v) + r * (s * w - t * v);
    return -0.5 * Math.log(Math.max(1, determinant * this.sigma ** 6));
  }
}
