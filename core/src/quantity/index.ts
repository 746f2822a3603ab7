export * from './doubt';
export * from './input-error';
export * from './normal';
export * from './pressure';
export * from './round-off';
