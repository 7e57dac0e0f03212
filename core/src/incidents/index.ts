export * from './incident';
