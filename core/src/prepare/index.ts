export * from './checklist';
export * from './eyewear-needed';
export * from './read-back';
export * from './numbing';
