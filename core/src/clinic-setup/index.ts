export * from './setup-steps';
