import type { Vec3 } from '../../core/math';
import type { Paper } from './projection';

/** Direction of a vector on paper: degrees for an SVG rotation, and how much of it lies in the paper (0 to 1). */
export function angleOnPaper(paper: Paper, at: Vec3, axis: Vec3): { degrees: number; inPaper: number } {
  const tip = { x: at.x + axis.x, y: at.y + axis.y, z: at.z + axis.z };
  const dx = paper.x(tip) - paper.x(at);
  const dy = paper.y(tip) - paper.y(at);
  return { degrees: (Math.atan2(dy, dx) * 180) / Math.PI, inPaper: Math.hypot(dx, dy) / paper.pixelsPerM };
}
