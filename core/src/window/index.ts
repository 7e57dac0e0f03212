export * from './lines';
export * from './light';
export * from './input';
export * from './solve';
export { builtUpByPassC, builtUpC } from './motion';
export * from './report';
export * from './light-check';
