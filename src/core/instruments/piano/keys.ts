import { vec3 } from '../../math';
import type { Shape } from '../model';
import { line } from '../shapes';

/** The 88 keys: 52 white ones over 1.225 m; lines where they part, and the keyboard's edge. */
export function keyLines(frontY: number, backY: number, z: number): Shape[] {
  const half = 0.6125;
  const edges = Array.from({ length: 27 }, (_, i) => -half + (i * 2 * half) / 26);
  return [
    line([vec3(-half, frontY, z), vec3(half, frontY, z), vec3(half, backY, z), vec3(-half, backY, z), vec3(-half, frontY, z)]),
    ...edges.map((x) => line([vec3(x, frontY, z), vec3(x, backY, z)])),
  ];
}
