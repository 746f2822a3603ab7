export * from './protocol';
export * from './sensor';
