export * from './sites';
