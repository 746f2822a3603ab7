export * from './rights';
export * from './second-look';
