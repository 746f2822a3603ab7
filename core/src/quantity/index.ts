export * from './defined';
export * from './doubt';
export * from './fixed';
export * from './input-error';
export * from './median';
export * from './normal';
export * from './pressure';
export * from './round-off';
