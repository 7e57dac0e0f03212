export * from './questions';
export * from './substances';
export * from './search-words';
export * from './rules';
export * from './assess';
