/** One thing that is known of an engine, or asked. */
export type Chip = { word: string; known: boolean };
export const chip = (word: string | undefined, asked: string): Chip => ({
  word: word ?? `${asked}?`,
  known: word !== undefined,
});
export const wordOf = <T extends string>(options: readonly { value: T; word: string }[], value: T | undefined) =>
  options.find((one) => one.value === value)?.word;

/** Options of a choice, each by its word. */
export const optionsOf = <T extends string>(words: Readonly<Record<T, string>>, values: readonly T[]) =>
  values.map((value) => ({ value, word: words[value] }));
