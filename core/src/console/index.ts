export * from './watch';
