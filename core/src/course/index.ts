export * from './sites';
export * from './next-visit';
export * from './aftercare';
export * from './aftercare-blocks';
export * from './reading-age';
