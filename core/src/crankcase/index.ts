export * from './decay';
