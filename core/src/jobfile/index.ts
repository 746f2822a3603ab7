export * from './job-file';
