export * from './checklist';
export * from './read-back';
export * from './numbing';
