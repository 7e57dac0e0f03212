export * from './aftercare';
export * from './aftercare-blocks';
export * from './reading-age';
