export * from './cancel';
export * from './fast-lane';
export * from './judge';
export * from './judge-zone';
export * from './refuse-rise';
export * from './signature';
export * from './stages';
export * from './undo';
