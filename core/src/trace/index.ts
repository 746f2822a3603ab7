export * from './collect';
export * from './columns';
export * from './strokes';
export * from './catch-strokes';
