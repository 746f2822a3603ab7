export * from './demo-shop';
export * from './load';
