/** A row of figures, each by its place. Much faster than `Float64Array.from` with a function. */
export function floats(length: number, at: (i: number) => number): Float64Array {
  const row = new Float64Array(length);
  for (let i = 0; i < length; i += 1) row[i] = at(i);
  return row;
}

/** @returns 0 for an empty row */
export function sumOf(row: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < row.length; i += 1) sum += row[i] as number;
  return sum;
}
