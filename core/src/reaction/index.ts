export * from './marks';
export * from './pain';
