export * from './likeness';
export * from './erasing';
