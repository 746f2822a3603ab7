export * from './added';
export * from './bench';
export * from './changed-engine';
export * from './counted';
export * from './plug-looks';
