export * from './skin-typing';
export * from './readings';
export * from './zone-size';
export * from './zone';
export * from './ink';
export * from './changes';
export * from './places';
