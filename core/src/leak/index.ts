export * from './air-on-crank';
export * from './crank-turned';
export * from './holding';
export * from './orifice';
export * from './turning';
