import type { SpreadMethod } from '../jobfile/book';
export const METHOD_NAME: Readonly<Record<SpreadMethod, string>> = {
  'lowest-vs-highest': 'lowest against highest',
  'each-vs-others': 'each against the mean of the others',
  'each-vs-mean': 'each against the mean of all',
  difference: 'plain difference',
};
