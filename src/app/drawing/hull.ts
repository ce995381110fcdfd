export type Point2 = readonly [number, number];

const turn = (o: Point2, a: Point2, b: Point2): number => (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0]);

function half(points: readonly Point2[]): Point2[] {
  const chain: Point2[] = [];
  for (const point of points) {
    while (chain.length >= 2 && turn(chain[chain.length - 2] as Point2, chain[chain.length - 1] as Point2, point) <= 0) chain.pop();
    chain.push(point);
  }
  chain.pop();
  return chain;
}

/** Convex hull by Andrew's monotone chain (1979), anticlockwise. */
export function convexHull(points: readonly Point2[]): Point2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  return sorted.length < 3 ? sorted : [...half(sorted), ...half(sorted.reverse())];
}
