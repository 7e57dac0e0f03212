export * from './questions';
export * from './rules';
export * from './assess';
