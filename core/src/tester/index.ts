export * from './comparison';
export * from './suitability';
