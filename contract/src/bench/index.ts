export * from './added';
export * from './bench';
export * from './plug-looks';
