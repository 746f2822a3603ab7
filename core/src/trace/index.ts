export * from './collect';
export * from './columns';
export * from './strokes';
