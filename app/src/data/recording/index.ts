export * from './recording';
export * from './session';
export * from './added';
export * from './judge-entered';
