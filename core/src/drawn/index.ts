export * from './numbers';
export * from './light';
export * from './skin';
export * from './hairs';
export * from './card';
export * from './ink';
export * from './two-cards';
