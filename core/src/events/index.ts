export * from './after-visit';
export * from './event';
export * from './event-order';
export * from './kinds';
export * from './versions';
