import type { Book, Engine } from '@rugged/core';

/** A machine of the cooperative's island, with its owner, its engine and what its manual says. All invented. */
export interface FleetItem {
  key: string;
  owner: string;
  machine: string;
  name: string;
  engine: Engine;
  books: (Book & { source: string })[];
}

const psi = 'psi' as const;

export const FLEET: readonly FleetItem[] = [
  {
    key: 'orrin', owner: 'Wil Tarn', machine: 'Tarn pilot skiff', name: 'Orrin 20, twin outboard',
    engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', layout: 'inline', plug: { threadMm: 14, pitchMm: 1.25, reachMm: 12.7 }, cylinders: ['1', '2'], firingOrder: ['1', '2'], firingIntervals: [180, 180], rotation: 'clockwise', boreMm: 62, strokeMm: 58, compressionRatio: 7.2, cooling: 'liquid', compressionRelease: 'none' },
    books: [{ source: 'Orrin handbook', engineTemperature: 'warm', compression: { unit: psi, min: 120, max: 155 }, spread: { method: 'lowest-vs-highest', limitPercent: 10 } }],
  },
  {
    key: 'pellow', owner: 'Isolde Brack', machine: 'Brack fast launch', name: 'Pellow V6 outboard',
    engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'outboard', layout: 'vee', plug: { threadMm: 14, pitchMm: 1.25, reachMm: 12.7 }, distributor: 'clockwise', cylinders: ['1', '2', '3', '4', '5', '6'], firingOrder: ['1', '2', '3', '4', '5', '6'], firingIntervals: [60, 60, 60, 60, 60, 60], rotation: 'clockwise', boreMm: 89, strokeMm: 67, compressionRatio: 6.6, cooling: 'liquid' },
    books: [{ source: 'Pellow service sheet', engineTemperature: 'warm', compression: { unit: psi, min: 105, max: 140 }, spread: { method: 'lowest-vs-highest', limitPercent: 15 } }],
  },
  {
    key: 'halden', owner: 'Mara Quist', machine: 'Halden Four motorcycle', name: 'Halden Four, motorcycle',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', layout: 'inline', plug: { threadMm: 10, pitchMm: 1, reachMm: 19 }, cylinders: ['1', '2', '3', '4'], firingOrder: ['1', '2', '4', '3'], firingIntervals: [180, 180, 180, 180], boreMm: 62, strokeMm: 54, conrodMm: 100, compressionRatio: 9.2, cooling: 'air', compressionRelease: 'none' },
    books: [{ source: 'Halden workshop manual', engineTemperature: 'warm', compression: { unit: psi, min: 128, max: 180 }, spread: { method: 'lowest-vs-highest', limitPercent: 15 } }],
  },
  {
    key: 'bruar', owner: 'Osk Fell', machine: 'Bruar garden tiller', name: 'Bruar tiller, side valve',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'small-engine', layout: 'single', cylinders: ['1'], boreMm: 65, strokeMm: 60, compressionRatio: 6, cooling: 'air', valveGear: 'side-valve', cranks: false },
    books: [{ source: 'Bruar leaflet', compression: { unit: psi, min: 70 } }],
  },
  {
    key: 'skarn', owner: 'Skerrow harbour office', machine: 'Harbour generator', name: 'Skarn generator, V-twin',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'generator', layout: 'vee', cylinders: ['L', 'R'], banks: [['L'], ['R']], firingOrder: ['L', 'R'], firingIntervals: [270, 450], boreMm: 77, strokeMm: 69, compressionRatio: 8.4, cooling: 'air', compressionRelease: 'none' },
    books: [],
  },
  {
    key: 'merrow', owner: 'Edda Lorn', machine: 'Merrow tourer', name: 'Merrow flat twin',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'motorcycle', layout: 'flat', plug: { threadMm: 12, pitchMm: 1.25, reachMm: 19 }, cylinders: ['L', 'R'], banks: [['L'], ['R']], firingOrder: ['L', 'R'], firingIntervals: [360, 360], boreMm: 94, strokeMm: 70.6, compressionRatio: 9.5, cooling: 'air' },
    books: [{ source: 'Merrow rider and repair book', engineTemperature: 'warm', compression: { unit: psi, min: 130, max: 175 }, valveClearance: { engineTemperature: 'cold', intake: { minMm: 0.1, maxMm: 0.2 }, exhaust: { minMm: 0.2, maxMm: 0.3 } } }],
  },
  {
    key: 'fennick', owner: 'Osk Fell', machine: 'Fennick felling saw', name: 'Fennick saw, 61 cm³',
    engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'handheld', layout: 'single', plug: { threadMm: 14, pitchMm: 1.25, reachMm: 9.5 }, cylinders: ['1'], boreMm: 48, strokeMm: 34, compressionRatio: 9.3, cooling: 'air', compressionRelease: 'none' },
    books: [],
  },
  {
    key: 'thole', owner: 'Wil Tarn', machine: 'Tarn trawler', name: 'Thole three, diesel inboard',
    engine: { cycle: 'four-stroke', fuel: 'diesel', family: 'inboard', layout: 'inline', cylinders: ['1', '2', '3'], firingOrder: ['1', '3', '2'], firingIntervals: [240, 240, 240], boreMm: 82, strokeMm: 84, compressionRatio: 20, cooling: 'liquid', compressionRelease: 'lever' },
    books: [{ source: 'Thole manual', engineTemperature: 'cold', compression: { unit: psi, min: 330, max: 450 }, spread: { method: 'each-vs-others', limitPercent: 20 } }],
  },
  {
    key: 'kell', owner: 'Skerrow ski patrol', machine: 'Patrol snow machine', name: 'Kell snow twin',
    engine: { cycle: 'two-stroke', fuel: 'petrol', family: 'powersports', layout: 'inline', plug: { threadMm: 14, pitchMm: 1.25, reachMm: 19 }, cylinders: ['MAG', 'PTO'], firingOrder: ['MAG', 'PTO'], firingIntervals: [180, 180], boreMm: 72, strokeMm: 61, compressionRatio: 7, cooling: 'liquid' },
    books: [{ source: 'Kell track book', engineTemperature: 'warm', compression: { unit: psi, min: 115 }, crankcase: { unit: psi, pressure: 5, maximum: 8, holdSeconds: 180, maxDrop: 0.5 } }],
  },
  {
    key: 'gannet', owner: 'Edda Lorn', machine: 'Gannet lawn mower', name: 'Gannet mower, overhead valve',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'small-engine', layout: 'single', plug: { threadMm: 14, pitchMm: 1.25, reachMm: 12.7 }, cylinders: ['1'], boreMm: 69, strokeMm: 45, compressionRatio: 8.2, cooling: 'air', compressionRelease: 'automatic' },
    books: [{ source: 'Gannet leaflet', engineTemperature: 'warm', compression: { unit: psi, min: 62 } }],
  },
  {
    key: 'tamsin', owner: 'Mara Quist', machine: 'Tamsin town scooter', name: 'Tamsin scooter',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'scooter', layout: 'single', cylinders: ['1'], boreMm: 52, strokeMm: 58, compressionRatio: 10, cooling: 'air', compressionRelease: 'none' },
    books: [{ source: 'Tamsin manual', engineTemperature: 'warm', compression: { unit: psi, min: 125, bands: [{ name: 'good', from: 165 }, { name: 'fair', from: 150 }, { name: 'tired', from: 0 }] } }],
  },
  {
    key: 'corrie', owner: 'Skerrow harbour office', machine: 'Corrie fire pump', name: 'Corrie pump engine',
    engine: { cycle: 'four-stroke', fuel: 'petrol', family: 'small-engine', layout: 'single', cylinders: ['1'], boreMm: 68, strokeMm: 54, compressionRatio: 8, cooling: 'air', compressionRelease: 'none' },
    books: [],
  },
];

export const OWNERS: Readonly<Record<string, { phone?: string; note?: string }>> = {
  'Wil Tarn': { phone: 'Skerrow 14' },
  'Isolde Brack': { phone: 'Skerrow 203', note: 'Calls before nine.' },
  'Mara Quist': { phone: 'Skerrow 77' },
  'Osk Fell': {},
  'Skerrow harbour office': { phone: 'Skerrow 1' },
  'Edda Lorn': { phone: 'Skerrow 58' },
  'Skerrow ski patrol': {},
};
