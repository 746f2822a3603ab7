export * from './atmosphere';
export * from './cranking-pressure';
