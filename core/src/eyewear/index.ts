export * from './required-density';
export * from './filters';
export * from './inventory';
