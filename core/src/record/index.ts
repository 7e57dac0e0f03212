export * from './events';
export * from './visit-record';
export * from './stages';
export * from './past-session';
export * from './rules';
export * from './readiness';
export * from './zones';
export * from './visit-rules';
