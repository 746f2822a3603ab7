export * from './judge';
export * from './next-step';
export * from './step';
