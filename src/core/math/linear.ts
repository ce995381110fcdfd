/**
 * Solves A·x = b by Gaussian elimination with partial pivoting. Shapes: A n×n by rows, b n. Inputs are not changed.
 * @returns x, or null where A is singular to working precision (relative 1e−12)
 */
export function solveLinear(a: readonly (readonly number[])[], b: readonly number[]): number[] | null {
  const n = b.length;
  const rows = a.map((row, i) => [...row, b[i] as number]);
  const scale = Math.max(1e-300, ...a.flat().map(Math.abs));
  for (let column = 0; column < n; column++) {
    let pivot = column;
    for (let r = column + 1; r < n; r++) if (Math.abs(rows[r]?.[column] ?? 0) > Math.abs(rows[pivot]?.[column] ?? 0)) pivot = r;
    const pivotRow = rows[pivot] as number[];
    if (Math.abs(pivotRow[column] as number) < 1e-12 * scale) return null;
    rows[pivot] = rows[column] as number[];
    rows[column] = pivotRow;
    for (let r = 0; r < n; r++) {
      if (r === column) continue;
      const row = rows[r] as number[];
      const factor = (row[column] as number) / (pivotRow[column] as number);
      if (factor !== 0) for (let c = column; c <= n; c++) row[c] = (row[c] as number) - factor * (pivotRow[c] as number);
    }
  }
  return rows.map((row, i) => (row[n] as number) / (row[i] as number));
}
