export * from './light';
export * from './input';
export * from './solve';
export * from './report';
export * from './light-check';
