export * from './next-visit';
