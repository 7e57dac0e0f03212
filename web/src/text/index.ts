export * from './format';
export * from './words';
export * from './questions';
export * from './plan';
export * from './columns';
export * from './suitability';
export * from './look';
export * from './spot';
