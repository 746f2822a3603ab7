export * from './headline';
export * from './names';
export * from './schools';
export * from './sentences';
export * from './inspections';
export * from './causes';
export * from './next';
export * from './phrases';
