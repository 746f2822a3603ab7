export * from './check-book';
export * from './expected-for';
export * from './hold-limits';
export * from './house-rules';
export * from './limits';
export * from './rules-of-thumb';
export * from './schools';
export * from './source';
