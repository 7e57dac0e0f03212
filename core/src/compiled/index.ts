export * from './load';
export * from './planning';
