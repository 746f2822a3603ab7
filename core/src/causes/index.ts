export * from './cause';
export * from './facts';
export * from './hypotheses';
export * from './infer';
export * from './names';
export * from './rank';
export * from './symptoms';
export * from './tables';
