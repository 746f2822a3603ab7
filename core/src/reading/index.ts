export * from './attempts';
export * from './check-reading';
export * from './gauge';
export * from './strokes';
export * from './warm-estimate';
