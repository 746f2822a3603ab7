/** What other engines of one model or kind read in this shop, taken as the limit of a job without a book. */
export interface ReadHereLimit {
  /** The model or the kind. */
  name: string;
  /** How many engines; five at least. */
  engines: number;
  /** From the tenth to the ninetieth in a hundred and the middle, kPa gauge, as read where the shop is. */
  fromKPa: number;
  medianKPa: number;
  toKPa: number;
}
