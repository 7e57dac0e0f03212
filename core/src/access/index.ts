export * from './four-eyes';
