export * from './light';
export * from './input';
export * from './solve';
export * from './report';
