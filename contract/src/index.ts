export * from './bench';
export * from './field-error';
export * from './jobfile';
export * from './problem';
export * from './records';
export * from './rows';
