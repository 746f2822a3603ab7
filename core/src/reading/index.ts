export * from './attempts';
export * from './gauge';
export * from './settle';
export * from './strokes';
export * from './warm-estimate';
