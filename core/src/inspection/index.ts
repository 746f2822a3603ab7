export * from './bore';
export * from './inspection';
export * from './judge-inspections';
