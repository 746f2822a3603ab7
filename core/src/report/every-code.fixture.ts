import { toKPa } from '..';
import type { Reason } from '../verdict/reason';
import type { Caution } from '../verdict/caution';
import type { HoldReason } from '../test-kinds/crankcase/judged';

/** Every code that a verdict can carry, with what is told of it on a machine that has everything. */

export const psi = (figure: number) => toKPa(figure, 'psi');
export const book = { kind: 'book' as const, name: 'the manual' };
export const house = { kind: 'house' as const, rule: 'spread' as const };
export const minimum = {
  estimateKPa: psi(112),
  doubtKPa: psi(3),
  limitHereKPa: psi(120),
  probabilityBelow: 0.99,
  source: book,
};
const spread = { method: 'lowest-vs-highest' as const, amount: 21, doubt: 2, watch: 7, limit: 10, source: book };
const hold = {
  mode: 'pressure' as const,
  netDropKPa: psi(0.2),
  doubtKPa: psi(0.05),
  limitKPa: psi(0.5),
  holdSeconds: 180,
  source: book,
};
const leak = { percent: 34, doubt: 1.5, sound: 10, watch: 20, fault: 30, source: house };

export const REASONS: [Reason | HoldReason, string][] = [
  [
    { rule: 'attempts-disagree', earlierKPa: psi(150), latestKPa: psi(110) },
    'Readings disagree: 150 psi, then 110 psi. Nothing is proven until another agrees with one of them.',
  ],
  [
    { rule: 'rings-freeing', from: 44, to: 29 },
    'It lost 44 % at first and 29 % now: rings are freeing. The latest counts; read it again when it is warm.',
  ],
  [
    { rule: 'leak-attempts-disagree', earlier: 10, latest: 40 },
    'Readings disagree: 10 %, then 40 %. Nothing is proven until another agrees with one of them.',
  ],
  [
    { rule: 'test-likelier', blame: 'slow-cranking', blamed: 0.8, probability: 0.82, engineProbability: 0.1 },
    'Slow cranking probably made this figure (82 %). Put the test right and read again.',
  ],
  [
    { rule: 'test-likelier', blame: 'adapter-leak', blamed: 0.3, probability: 0.44, engineProbability: 0.4 },
    'Leak at the adapter or something else of the test is likelier (44 %) than a fault of the engine (40 %). ' +
      'Put the test right and read again.',
  ],

  [
    { rule: 'limit-moved', seaLevelKPa: psi(120), hereKPa: psi(99), atmosphereKPa: 83.5 },
    'Minimum 120 psi at sea level, 99 psi at 83.5 kPa of air here.',
  ],
  [
    { rule: 'attempts-scatter', lowKPa: psi(90), highKPa: psi(130), of: 4 },
    '4 readings scatter from 90 psi to 130 psi: their mean counts, with the scatter as its doubt.',
  ],
  [
    {
      rule: 'leak-sound',
      ...leak,
      percent: 7,
      source: { kind: 'house', rule: 'leakage', sound: 10, watch: 20, fault: 30 },
    },
    '7 % ± 3 leaks away: sound, up to 10 % is (house rule 10/20/30 %).',
  ],
  [
    { rule: 'leak-attempts-scatter', low: 10, high: 40, of: 4 },
    '4 readings scatter from 10 % to 40 %: their mean counts, with the scatter as its doubt.',
  ],
  [
    { rule: 'gasket-blows', at: 'head-joint', percent: 11 },
    'Air at the head joint means the head gasket: that needs repair however ' + 'little is lost (11 %).',
  ],
  [
    { rule: 'gasket-may-blow', at: 'coolant', percent: 8 },
    'Bubbles in the coolant mean a head gasket or a crack, faintly: look again, with more pressure and soapy water.',
  ],
  [
    { rule: 'intake-or-breather' },
    'The breather hose was still on: air past the rings hisses at the intake too. Pull it off and listen again.',
  ],
  [{ rule: 'beside-a-high-one', high: '2' }, 'It stands behind only because cyl 2 stands high: look there for carbon.'],
  [{ rule: 'high-or-low', high: '2' }, 'Either cyl 2 stands high, or this one is low: nothing tells them apart yet.'],
  [
    { rule: 'fault-likelier', cause: 'carbon', probability: 0.9 },
    'It meets its limits, and carbon in the chamber is likelier than not all the same (90 %).',
  ],
  [
    { rule: 'contradicts-itself' },
    'It misses a limit, and everything else speaks for a sound cylinder: read it again.',
  ],
  [
    { rule: 'hold-fed-too-little', mode: 'pressure', startKPa: psi(1), shouldKPa: psi(5) },
    'Fed with only 1.0 psi of 5.0 psi: seals were hardly tried. Feed it again.',
  ],
  [
    { rule: 'rig-leaks-more', mode: 'pressure', rigKPa: psi(0.6), dropKPa: psi(0.2), holdSeconds: 180 },
    'The rig by itself would lose 0.6 psi in 180 s, more than was lost with the engine on it: seal the ' +
      'rig and begin again.',
  ],

  [{ rule: 'not-measured' }, 'Not measured yet.'],
  [
    { rule: 'meets-minimum', ...minimum, estimateKPa: psi(142) },
    '142 psi ± 6 meets the minimum of 120 psi (the manual).',
  ],
  [
    { rule: 'misses-minimum', ...minimum, source: { kind: 'house', rule: 'two-stroke' } },
    '112 psi ± 6 misses the minimum of 120 psi (rule of thumb: two-stroke, 100 minimum).',
  ],
  [
    { rule: 'too-close-to-minimum', ...minimum, settle: { by: 'repeat', times: 1 } },
    '112 psi ± 6 is too close to the minimum of 120 psi (the manual) to call. One more reading should settle it.',
  ],
  [
    { rule: 'too-close-to-minimum', ...minimum, settle: { by: 'repeat', times: 3 } },
    '112 psi ± 6 is too close to the minimum of 120 psi (the manual) to call. 3 more readings should settle it.',
  ],
  [
    { rule: 'in-lowest-band', estimateKPa: psi(122), bandTopKPa: psi(125), band: 'poor', source: book },
    'It meets the minimum, but only in the lowest band that passes, "poor", below 125 psi (the manual).',
  ],
  [
    { rule: 'in-lowest-band', estimateKPa: psi(102), bandTopKPa: psi(110), source: house },
    'It meets the minimum, but healthy starts at 110 psi (house rule).',
  ],
  [
    { rule: 'above-maximum', estimateKPa: psi(190), maxHereKPa: psi(170), source: book },
    '190 psi is above the maximum of 170 psi (the manual): carbon, a milled head, or oil or fuel in the cylinder.',
  ],
  [{ rule: 'no-minimum', source: book }, 'The manual gives no minimum to hold it against.'],
  [
    { rule: 'under-a-tenth', readKPa: psi(4), of: 'best-cylinder', ofKPa: psi(140), repeated: false },
    '4 psi is under a tenth of the best cylinder (140 psi). Read it again before you believe it.',
  ],
  [
    { rule: 'under-a-tenth', readKPa: psi(4), of: 'limit', ofKPa: psi(120), repeated: true },
    '4 psi is under a tenth of its limit (120 psi). Read more than once.',
  ],
  [
    { rule: 'spread-missed', ...spread },
    '21 % under the best one: more than 10 % (lowest against highest, the manual).',
  ],
  [{ rule: 'spread-met', ...spread, amount: 0 }, 'The best one: within 10 % (lowest against highest, the manual).'],
  [
    { rule: 'spread-watch', ...spread, method: 'each-vs-others', amount: 8 },
    '8 % from the mean of the others: past the watch line of 7 %, within 10 % (each against the mean of the ' +
      'others, the manual).',
  ],
  [
    {
      rule: 'spread-too-close',
      ...spread,
      method: 'difference',
      amount: psi(15),
      limit: psi(15),
      source: house,
      settle: { by: 'finer-gauge' },
    },
    '15 psi under the best one, too close to 15 psi to call (plain difference, house rule). Repeat it, or use ' +
      'a finer gauge.',
  ],
  [
    { rule: 'stands-above-the-others', method: 'each-vs-mean', amount: 14, limit: 10 },
    '14 % above the others (each against the mean of all): carbon here, or the others are low.',
  ],
  [
    { rule: 'cold-corrected', readKPa: psi(114), estimateKPa: psi(120) },
    'Read 114 psi cold; about 120 psi warm, give or take 5 %.',
  ],
  [{ rule: 'attempts-averaged', used: 2, of: 2 }, 'Mean of 2 readings that agree.'],
  [{ rule: 'attempts-averaged', used: 2, of: 3 }, 'Mean of the 2 readings that agree; 1 other set aside.'],
  [
    { rule: 'test-doubted', doubt: { which: 'slow-cranking', leastShare: 0.75, crankingRpm: 110 } },
    'It cranked at only 110 rev/min. That alone could explain it.',
  ],
  [
    { rule: 'stroke-pattern', pattern: 'climbing', firstShare: 0.34 },
    'First stroke made 34 % of the peak and each stroke added: rings or bore, or a long hose.',
  ],
  [
    { rule: 'stroke-pattern', pattern: 'flat-low', firstShare: 0.8 },
    'First stroke made 80 % of the peak and it never built: valve, head gasket or crack.',
  ],
  [{ rule: 'leak-missed', ...leak, holeMm: 1.1 }, '34 % ± 3 leaks away, a 1.10 mm hole: more than 30 % (house rule).'],
  [
    { rule: 'leak-watch', ...leak, percent: 15 },
    '15 % ± 3 leaks away: past 10 %, acceptable; a fault starts at 30 % (house rule).',
  ],
  [
    { rule: 'leak-watch', ...leak, percent: 25 },
    '25 % ± 3 leaks away: past 10 %, poor; a fault starts at 30 % (house rule).',
  ],
  [
    { rule: 'wrong-stroke-suspected', percent: 92, exhaustLoud: true },
    '92 % lost, loud at the exhaust: the piston may stand on the wrong stroke. Turn one full revolution and ' +
      'read it again, or confirm top dead centre.',
  ],
  [
    { rule: 'suspected-left-out', percents: [91], turned: false },
    'The 91 % read before does not count: the piston was not surely at its top.',
  ],
  [
    {
      rule: 'leak-too-close',
      ...leak,
      percent: 30,
      holeMm: 1.02,
      holeDoubtMm: 0.02,
      settle: { by: 'repeat', times: 2 },
    },
    '30 % ± 3 leaks away, a 1.02 ± 0.04 mm hole, too close to 30 % to call (house rule). Zero the tester. 2 ' +
      'more readings should settle it.',
  ],
  [
    { rule: 'crank-turned' },
    'The needle came to rest and then ran away: the crank turned under the air. Lock it and start again.',
  ],
  [{ rule: 'hold-met', ...hold }, '0.2 psi ± 0.1 psi of pressure lost in 180 s: within 0.5 psi (the manual).'],
  [
    { rule: 'hold-missed', ...hold, mode: 'vacuum', case: '2', netDropKPa: psi(0.9) },
    'Case of cyl 2: 0.9 psi ± 0.1 psi of vacuum lost in 180 s: more than 0.5 psi (the manual). Feed it with ' +
      'pressure, and soapy water shows where.',
  ],
  [
    { rule: 'hold-too-close', ...hold, netDropKPa: psi(0.5), settle: { by: 'longer-watch', seconds: 180 } },
    '0.5 psi ± 0.1 psi of pressure lost in 180 s, too close to 0.5 psi to call (the manual). Watch it for 180 s.',
  ],
  [{ rule: 'hold-watched-once' }, 'Looked at once only. Watch it for the whole hold time.'],
  [
    {
      rule: 'spread-met',
      ...spread,
      amount: 12,
      limit: 20,
      source: house,
      others: [
        { school: { matter: 'spread-limit', percent: 10 }, state: 'low' },
        { school: { matter: 'spread-method', method: 'each-vs-mean' }, state: 'unproven' },
      ],
    },
    '12 % under the best one: within 20 % (lowest against highest, house rule). Shops that allow 10 ' +
      '% (powersports and outboards) would call it low. Shops that compare each against the mean of all would ' +
      'call it undecided.',
  ],
  [
    {
      rule: 'leak-watch',
      ...leak,
      percent: 18,
      others: [{ school: { matter: 'leak-limit', sound: 10, fault: 15 }, state: 'low' }],
    },
    '18 % ± 3 leaks away: past 10 %, acceptable; a fault starts at 30 % (house rule). Shops that take ' +
      'more than 15 % for a fault would call it low.',
  ],
  [
    {
      rule: 'no-minimum',
      source: house,
      others: [
        { school: { matter: 'compression', rule: 'release' }, state: 'low' },
        { school: { matter: 'temperature', school: 'cold' }, state: 'low' },
      ],
    },
    'House rule gives no minimum to hold it against. Shops that go by another rule (small engine with release, ' +
      'over 60) or take the book’s figures for a cold engine would call it low.',
  ],
  [
    {
      rule: 'wet-response',
      rise: 0.09,
      to: 0.09,
      response: 'undecided',
      school: 'any-clear-rise',
      others: [{ school: 'ten-percent', response: 'absent' }],
    },
    'Oil lifted it by 9 %: too little to tell rings from anything else (by any clear rise). Shops that go by ten ' +
      'percent as read would say not the rings.',
  ],
  [
    { rule: 'heard', at: 'neighbour', level: 2, cylinder: '3' },
    'Air clear at the plug hole of cyl 3: head gasket between them.',
  ],
  [
    {
      rule: 'wet-response',
      rise: 0.24,
      displacement: 0.05,
      from: 0.19,
      to: 0.24,
      response: 'shown',
      school: 'sealing',
    },
    'Oil lifted it by 24 %, of which its own volume explains up to 5 %: rings or bore answer.',
  ],
];

export const CAUTIONS: [Caution, RegExp][] = [
  [
    { caution: 'attempts-scatter', cylinder: '1', lowKPa: psi(90), highKPa: psi(130) },
    /does not repeat: 90 psi to 130 psi/,
  ],
  [{ caution: 'leak-attempts-scatter', cylinder: '1', low: 10, high: 40 }, /does not repeat: 10 % to 40 % lost/],
  [
    {
      caution: 'entry-left-out',
      field: 'tests[0].readings[1].peak',
      code: 'must-not-be-negative',
      reason: 'must not be negative',
    },
    /^Left out: test 1, reading 2: the peak must not be negative\. Everything else is judged\.$/,
  ],
  [{ caution: 'oil-still-in', cylinder: '1' }, /oil may still be in it/],
  [{ caution: 'readings-swapped', cylinders: ['1', '2'] }, /^Cyl 1 and 2 read each other’s figures/],
  [
    { caution: 'barometer-against-altitude', barometerKPa: 101.3, altitudeM: 1600, expectedKPa: 83.5 },
    /do not go together/,
  ],

  [
    { caution: 'scale-unsuitable', cylinder: '1', readKPa: psi(40), fullScaleKPa: psi(300), side: 'below' },
    /^Cyl 1: 40 psi lies in the bottom quarter of a 300 psi gauge/,
  ],
  [
    { caution: 'scale-unsuitable', cylinder: '1', readKPa: psi(290), fullScaleKPa: psi(300), side: 'above' },
    /in the top tenth/,
  ],
  [
    { caution: 'attempts-disagree', cylinder: '2', earlierKPa: psi(150), latestKPa: psi(110) },
    /^Cyl 2 read 150 psi, then 110 psi. Take another/,
  ],
  [{ caution: 'mixed-conditions', what: ['temperature', 'tester'] }, /not tested alike \(temperature, tester\)/],
  [
    { caution: 'later-test-wrong', cylinder: '1', stoodKPa: psi(150), readKPa: psi(95), by: ['throttle-closed'] },
    /^Cyl 1 made 150 psi, and 95 psi later with the throttle shut\. That can only lower it/,
  ],
  [
    { caution: 'moved-between-tests', cylinder: '2', fromKPa: psi(150), toKPa: psi(120) },
    /^Cyl 2 read 150 psi in one test and 120 psi in the next/,
  ],
  [{ caution: 'temperature-unknown' }, /Cold reads 5 to 10 % low/],
  [{ caution: 'warm-engine-cold-book', book: 'cold' }, /for a cold engine; this one was warm/],
  [
    { caution: 'test-doubted', doubt: { which: 'tester-without-valve', leastShare: 0.22 } },
    /as little as 22 % of the truth/,
  ],
  [
    { caution: 'test-doubted', doubt: { which: 'compression-release', leastShare: 0.4 } },
    /reads low on a sound engine/,
  ],
  [{ caution: 'question-the-test-first' }, /^All cylinders are low together/],
  [{ caution: 'lever-release' }, /make sure it is off/],
  [{ caution: 'repeat-a-dead-reading', cylinder: 'R' }, /^Cyl R makes next to nothing/],
  [{ caution: 'needle-fell', cylinder: '1', stroke: 3 }, /fell at stroke 3.*the peak still counts/],
  [{ caution: 'not-all-measured', missing: ['2', '5'] }, /^Not measured: cyl 2 and 5\.$/],
  [{ caution: 'spread-single-cylinder' }, /no other to compare/],
  [{ caution: 'rings-freed', cylinder: '2', fromKPa: psi(121), toKPa: psi(129) }, /^Cyl 2 rose from 121 psi to 129/],
  [{ caution: 'leak-attempts-disagree', cylinder: '1', earlier: 10, latest: 40 }, /leaked 10 %, then 40 %/],
  [{ caution: 'adapter-leaks', cylinder: '1' }, /the test, not the engine/],
  [{ caution: 'wet-wets-one-side' }, /low side/],
  [{ caution: 'wet-exaggerated-cold' }, /exaggerates/],
  [{ caution: 'wet-rises-alike' }, /dry bores rather than worn rings/],
  [
    { caution: 'wet-too-little-oil', cylinder: '2', oilMl: 0.1, doseMl: 0.74 },
    /^Cyl 2: 0.1 ml is little for this chamber \(about 0.7 ml\)/,
  ],
  [{ caution: 'wet-too-much-oil', cylinder: '2', oilMl: 4, doseMl: 1.5 }, /more than the dose \(1.5 ml\)/],
  [{ caution: 'wet-on-nothing', cylinder: '2' }, /Go to leak-down/],
  [{ caution: 'wet-volume-unknown', cylinder: '1' }, /lifted by itself/],
  [{ caution: 'wet-other-temperature', cylinder: '1' }, /dry at one temperature and with oil at another/],
];
