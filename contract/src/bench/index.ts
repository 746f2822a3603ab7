export * from './bench';
export * from './plug-looks';
