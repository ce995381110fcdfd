/** How likely so many right answers or more are by guessing one of two: the upper tail of a binomial with p = 1/2. */
export function byChance(right: number, tries: number): number {
  let [term, sum] = [0.5 ** tries, 0];
  for (let k = 0; k <= tries; k++) {
    if (k >= right) sum += term;
    term = (term * (tries - k)) / (k + 1);
  }
  return Math.min(1, sum);
}
