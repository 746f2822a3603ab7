export * from './holding';
export * from './orifice';
export * from './turning';
