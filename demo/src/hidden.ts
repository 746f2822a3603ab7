import type { Virtual } from '@rugged/core/virtual-engine';

/** What is really the matter with the demo engines: what a simulated sensor finds on them. */
export const HIDDEN: Readonly<Record<string, Virtual>> = {
  orrin: { seed: 1101, starting: 'electric', faults: [{ cause: 'rings-or-bore', cylinder: '2', severity: 0.42 }] },
  pellow: {
    seed: 1102,
    starting: 'electric',
    faults: [
      { cause: 'head-gasket-between', cylinder: '2', severity: 0.35 },
      { cause: 'rings-or-bore', cylinder: '6', severity: 0.3 },
    ],
  },
  halden: { seed: 1103, starting: 'electric', faults: [{ cause: 'rings-or-bore', cylinder: '3', severity: 0.5 }] },
  bruar: { seed: 1104, starting: 'recoil', faults: [{ cause: 'exhaust-valve', cylinder: '1', severity: 0.25 }] },
  skarn: { seed: 1105, starting: 'electric', faults: [{ cause: 'valve-train', cylinder: 'R', severity: 0.9 }] },
  merrow: { seed: 1106, starting: 'electric' },
  fennick: { seed: 1107, starting: 'recoil' },
  thole: { seed: 1108, starting: 'electric', faults: [{ cause: 'intake-valve', cylinder: '2', severity: 0.2 }] },
  kell: { seed: 1109, starting: 'electric', faults: [{ cause: 'crank-seal', cylinder: 'PTO', severity: 0.5 }] },
  gannet: { seed: 1110, starting: 'recoil' },
  tamsin: { seed: 1111, starting: 'electric', faults: [{ cause: 'rings-or-bore', cylinder: '1', severity: 0.35 }] },
  corrie: { seed: 1112, starting: 'recoil' },
};
