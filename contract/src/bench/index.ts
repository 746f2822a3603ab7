export * from './bench';
