export * from './check-job';
export * from './judge';
export * from './judgement';
export * from './reason';
export * from './state';
export * from './test-doubt';
