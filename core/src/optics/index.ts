export * from './melanin';
export * from './hair';
