export * from './dose-for';
export * from './oil';
export * from './sealing-rise';
