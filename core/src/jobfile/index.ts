export * from './book';
export * from './house-rules';
export * from './job-file';
export * from './schools';
export * from './state';
export * from './tester';
export * from './tests';
export * from './virtual';
