export * from './questions';
export * from './substances';
export * from './rules';
export * from './assess';
