export * from './likeness';
export * from './erasing';
export * from './merging';
export * from './retention';
export * from './reaching';
