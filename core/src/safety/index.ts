export * from './papers';
