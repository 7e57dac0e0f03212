export * from './test-spot';
export * from './reading-times';
export * from './verdict';
