import type { FuelSystem, KindName, Starting, ValveGear } from '../engine';

/** What the kinds of engine are called. */
export const KIND_OF_ENGINE: Readonly<Record<KindName, string>> = {
  'hand-held-small': 'Trimmer or blower, two-stroke',
  'hand-held-saw': 'Saw, two-stroke',
  'hand-held-four-stroke': 'Trimmer, four-stroke',
  'side-valve-single': 'Side-valve single',
  'overhead-valve-single': 'Mower or tiller, overhead valve',
  'ride-on-single': 'Ride-on single',
  'ride-on-v-twin': 'Ride-on V-twin',
  'generator-single': 'Generator or pump, single',
  'generator-v-twin': 'Generator, V-twin',
  'outboard-two-stroke-single': 'Outboard, two-stroke single',
  'outboard-two-stroke-twin': 'Outboard, two-stroke twin',
  'outboard-two-stroke-triple': 'Outboard, two-stroke triple',
  'outboard-two-stroke-v4': 'Outboard, two-stroke V4',
  'outboard-two-stroke-v6': 'Outboard, two-stroke V6',
  'outboard-four-stroke-single': 'Outboard, four-stroke single',
  'outboard-four-stroke-twin': 'Outboard, four-stroke twin',
  'outboard-four-stroke-triple': 'Outboard, four-stroke triple',
  'outboard-four-stroke-four': 'Outboard, four-stroke four',
  'diesel-single': 'Diesel inboard, single',
  'diesel-twin': 'Diesel inboard, twin',
  'diesel-triple': 'Diesel inboard, three',
  'diesel-four': 'Diesel inboard, four',
  'petrol-inboard-four': 'Petrol inboard, four',
  'petrol-inboard-six': 'Petrol inboard, six',
  'petrol-inboard-v8': 'Petrol inboard, V8',
  'side-valve-inboard': 'Side-valve inboard, four',
  'motorcycle-single': 'Motorcycle single',
  'motorcycle-twin': 'Motorcycle parallel twin',
  'motorcycle-v-twin': 'Motorcycle V-twin',
  'motorcycle-flat-twin': 'Motorcycle flat twin',
  'motorcycle-four': 'Motorcycle four',
  'enduro-two-stroke': 'Motorcycle, two-stroke single',
  'scooter-four-stroke': 'Scooter, four-stroke',
  'scooter-two-stroke': 'Scooter, two-stroke',
  'snow-twin': 'Snow machine, two-stroke twin',
  'watercraft-twin': 'Watercraft, two-stroke twin',
  'watercraft-triple': 'Watercraft, two-stroke triple',
  'quad-single': 'Quad, four-stroke single',
};

export const VALVE_GEAR_NAME: Readonly<Record<ValveGear, string>> = {
  overhead: 'Overhead valves',
  'push-rod': 'Push-rods',
  'overhead-cam': 'Overhead cam',
  'side-valve': 'Side valves',
  'piston-port': 'Piston port',
  reed: 'Reeds',
  rotary: 'Rotary disc',
};
export const STARTING_NAME: Readonly<Record<Starting, string>> = {
  electric: 'Electric start',
  recoil: 'Pull start',
  kick: 'Kick start',
};
export const FUEL_SYSTEM_NAME: Readonly<Record<FuelSystem, string>> = {
  carburettor: 'Carburettor',
  injection: 'Injection',
};
