export * from './learn';
