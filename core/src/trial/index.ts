export * from './sides';
export * from './design';
export * from './allocation';
export * from './paired';
export * from './power';
export * from './analysis';
