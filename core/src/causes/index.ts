export * from './cause';
export * from './facts';
export * from './hypotheses';
export * from './infer';
export * from './rank';
export * from './tables';
export * from './symptoms';
