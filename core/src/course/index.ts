export * from './sites';
export * from './next-visit';
export * from './aftercare';
