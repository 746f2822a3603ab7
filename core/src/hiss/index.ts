export * from './hiss';
