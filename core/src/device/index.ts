export * from './output';
export * from './log';
export * from './drift';
export * from './life';
export * from './state';
export * from './due';
