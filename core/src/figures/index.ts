export * from './figures';
export * from './interval-state';
