export * from './atmosphere';
export * from './cranking-pressure';
export * from './expected-for';
