export * from './added';
export * from './amended';
export * from './bench';
export * from './changed-engine';
export * from './counted';
export * from './odd-times';
export * from './plug-looks';
export * from './second-look';
