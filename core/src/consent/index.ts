export * from './risks';
export * from './texts';
export * from './standing';
