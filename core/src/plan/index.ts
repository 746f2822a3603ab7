export * from './judge';
export * from './next-step';
