export * from './watch';
export * from './follow';
