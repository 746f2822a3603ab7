export * from './oil';
export * from './sealing-rise';
