export * from './required-density';
export * from './filters';
