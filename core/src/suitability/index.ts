export * from './questions';
export * from './substances';
export * from './search-words';
export * from './outcome';
export * from './rules';
export * from './assess';
