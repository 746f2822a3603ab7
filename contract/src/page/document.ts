/** A page that leaves the shop: made for one reader, in plain words, with the figures it was made from. */

export const PAGE_KINDS = ['owner', 'buyer', 'second-opinion', 'proof', 'machine-shop', 'baseline'] as const;
export type PageKind = (typeof PAGE_KINDS)[number];

/** How a cylinder is drawn: good, needs work, or nobody can say yet. */
export type PageMark = 'good' | 'watch' | 'bad' | 'open';

export type PageBlock =
  | { is: 'text'; label?: string; text: string; strong?: string }
  | { is: 'cylinders'; cylinders: { id: string; x: number; y: number; mark: PageMark; figure: string }[] }
  | { is: 'table'; label: string; head: string[]; rows: string[][] }
  | { is: 'ways'; label: string; currency?: string; ways: PageWay[] }
  /** As pages were made before there were ways on them. */
  | { is: 'bars'; label: string; currency?: string; bars: PageBar[]; worth?: number }
  | { is: 'list'; label: string; items: string[] }
  | { is: 'photos'; label: string; photos: { id: string; caption: string }[] }
  | { is: 'small'; text: string };

/** A way to go on, in words: what it does and how likely, and its bill. */
export interface PageWay {
  name: string;
  /** How it stands to what is advised; missing where nothing is. */
  as?: 'advised' | 'cheaper' | 'more';
  text: string;
  likely: number;
  /** Missing where it is one figure. */
  low?: number;
  high?: number;
}

/** The bill of a way, and the chance that the engine runs well afterwards. */
export interface PageBar {
  name: string;
  low: number;
  likely: number;
  high: number;
  chance: number;
  best?: boolean;
  /** Nothing is mended: the chance is that it runs on. */
  asItIs?: boolean;
}

export interface PageDocument {
  kind: PageKind;
  lang: 'en';
  /** What it is, in a line; the lead is what its reader reads first and may be all that is read. */
  title: string;
  lead: string;
  /** The machine, its engine and meter, and whose it is. */
  about?: string;
  shop: string;
  /** How it is reached. */
  reach?: string;
  /** Of the figures, as an instant, and the words for it. */
  madeAt: string;
  day: string;
  job?: string;
  blocks: PageBlock[];
  /** What the owner is asked, where the page asks: to agree, and the bill at which the shop stops and calls. */
  asks?: { option: string; stopAt?: number; currency?: string };
}
