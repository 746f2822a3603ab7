import { BREATH, NEEDLES, OPENED_DECIBANS, SEEN, SIZES } from './inspection-evidence';
import { FACT_NAMES, type TableFact } from './facts';
import { OWN_HYPOTHESES } from './hypotheses';
import { sharesOf, temperOf } from './tables';

/** One kind of evidence: which causes it can speak for and against, and the most that it can weigh, decibans. */
interface Row {
  evidence: string;
  pro: Map<string, number>;
  contra: Map<string, number>;
  source: string;
}

const DECIBANS = 10 / Math.LN10;
const COUNTED = 'counted on virtual engines';
const PRACTICE = 'what a mechanic concludes who found it';
/** Less is not worth a word. */
const LEAST = 1;

const BEGIN = '<!-- evidence: written by npm run docs from core/src/causes/evidence-table.ts -->';
const END = '<!-- end of evidence -->';

/** The page about the causes with its table of evidence made anew from the tables that are weighed. */
export function causesPage(page: string): string {
  const [before, rest] = [page.slice(0, page.indexOf(BEGIN)), page.slice(page.indexOf(END))];
  return `${before}${BEGIN}\n\n${evidenceTable()}\n\n${rest}`;
}

function evidenceTable(): string {
  const rows = [...FACT_NAMES.map(counted), ...inspections()];
  return [
    '| evidence | speaks for, at most | speaks against, at most | source |',
    '|---|---|---|---|',
    ...rows.map(({ evidence, pro, contra, source }) => `| ${evidence} | ${list(pro)} | ${list(contra)} | ${source} |`),
  ].join('\n');
}

const list = (weights: ReadonlyMap<string, number>): string =>
  [...weights]
    .filter(([, weight]) => Math.abs(weight) >= LEAST)
    .sort((a, b) => Math.abs(b[1]) - Math.abs(a[1]))
    .map(([cause, weight]) => `${cause} ${weight.toFixed(0)}`)
    .join(', ') || 'nothing';

/** A fact that was counted: the most and the least of all its bins, over the grades of each cause. */
function counted(fact: TableFact): Row {
  const at = FACT_NAMES.indexOf(fact);
  const pro = new Map<string, number>();
  const contra = new Map<string, number>();
  for (const { row, cause, which } of OWN_HYPOTHESES) {
    const name = which ?? cause;
    for (const weight of sharesOf(row).weight[at] ?? []) {
      const decibans = temperOf(fact) * DECIBANS * weight;
      if (decibans > (pro.get(name) ?? 0)) pro.set(name, decibans);
      if (decibans < (contra.get(name) ?? 0)) contra.set(name, decibans);
    }
  }
  return { evidence: fact, pro, contra, source: COUNTED };
}

/** What inspections say, as it stands in their tables. */
function inspections(): Row[] {
  const row = (evidence: string, ...weights: Readonly<Partial<Record<string, number>>>[]): Row => {
    const all = weights.flatMap((one) => Object.entries(one) as [string, number][]);
    return {
      evidence,
      pro: new Map(all.filter(([, weight]) => weight > 0)),
      contra: new Map(all.filter(([, weight]) => weight < 0)),
      source: PRACTICE,
    };
  };
  return [
    ...Object.entries(SEEN).map(([fact, weights]) => row(fact, weights)),
    ...Object.entries(SIZES).map(([name, sizes]) =>
      row(name, ...sizes.flatMap(({ ifOut, ifWithin }) => [ifOut, ifWithin])),
    ),
    row('running compression', BREATH.little, BREATH.enough),
    ...Object.entries(NEEDLES).map(([needle, [, weights]]) => row(`vacuum needle: ${needle}`, weights)),
    row('opened and found', { 'what was found': OPENED_DECIBANS.found, 'every other': OPENED_DECIBANS.other }),
  ];
}
