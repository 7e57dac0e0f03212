export * from './proportion';
export * from './u-chart';
export * from './session-facts';
export * from './summary';
export * from './row-review';
export * from './look-at';
export * from './reaction-line';
