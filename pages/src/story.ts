import { complaintOf } from '@rugged/contract/bench';
import type { PageBlock } from '@rugged/contract/page';
import { formatPressure, type RingResponse, type TestKind, UNIT_SIGN } from '@rugged/core';
import { type PageFacts, troubled } from './facts';
import { listed, lower, sentence } from './words';

const DID: Readonly<Record<TestKind, string>> = {
  compression: 'turned it over against a pressure gauge',
  leakdown: 'put air into each cylinder to hear where it gets out',
  crankcase: 'put its closed crankcase under pressure to see whether it holds',
  'running-compression': 'measured its pressure while it runs',
  'manifold-vacuum': 'measured the vacuum it draws',
  'fuel-pressure': 'measured its fuel pressure',
  'oil-pressure': 'measured its oil pressure',
  'valve-clearance': 'measured its valve clearances',
  'valve-train': 'looked under its rocker cover',
  spark: 'looked at its spark',
  'battery-cranking': 'measured its battery while it cranks',
  opened: 'opened it to look inside',
  bore: 'measured its parts',
  'ring-gap': 'measured its parts',
  piston: 'measured its parts',
};

/** What the owner said, and what was done. @param teller who it was, to the reader */
export function toldAndDone(facts: PageFacts, teller = 'You told us'): PageBlock {
  const { bench } = facts;
  const { job, engine } = bench;
  const single = engine.cylinders.length === 1;
  const kinds = [...new Set(bench.tests.map(({ kind }) => kind))];
  const did = [...new Set(kinds.map((kind) => DID[kind]))].map((what) => (single ? what.replace('each', 'its') : what));
  const complaint = complaintOf(job);
  const told = complaint === undefined ? '' : `${teller}: ${lower(complaint)}.`;
  const already = job.alreadyDone ? `Done before it came here: ${job.alreadyDone}.` : '';
  const text = [told, already, did.length === 0 ? '' : sentence(`we ${listed(did)}`), ...story(facts)];
  return { is: 'text', text: text.filter(Boolean).join(' ') || 'Nothing was tested yet.' };
}

/** What of the test matters to whoever reads its figures. */
function story({ bench, report, unit }: PageFacts): string[] {
  const { engine, job } = bench;
  const { cylinders: all } = report;
  const name = (id: string) => (engine.cylinders.length === 1 ? 'it' : `cylinder ${id}`);
  const [worst] = troubled(report);
  const at = all.find(({ id }) => id === worst?.cylinder);
  const oiled = at?.wet && worst ? OILED[at.wet.response]?.(name(at.id), worst.cause) : undefined;
  const cold = bench.tests.some(
    ({ kind, conditions }) => kind === 'compression' && conditions.engineTemperature === 'cold',
  );
  const freed = report.cautions.flatMap((one) =>
    one.caution === 'rings-freed'
      ? `Its rings were stuck and came free: ${name(one.cylinder)} rose from ${formatPressure(one.fromKPa, unit)} to ` +
        `${formatPressure(one.toKPa, unit)} ${UNIT_SIGN[unit]}.`
      : [],
  );
  return [
    job.symptoms?.includes('stood-for-years') ? 'It had stood for years before the test.' : '',
    cold ? 'It was tested cold: warm, it makes somewhat more.' : '',
    ...freed,
    oiled ?? '',
  ];
}

/** What oil told, to whoever knows no engines. */
const OILED: Readonly<Partial<Record<RingResponse, (name: string, cause: string) => string>>> = {
  shown: (name) => `Oil in ${name} brought the pressure back, which is what worn rings and bores do.`,
  absent: (name, cause) =>
    cause === 'rings-or-bore' ? '' : `Oil in ${name} changed little, so its rings are hardly the reason.`,
};
