export * from './defined';
export * from './input-error';
export * from './spot';
export * from './energy';
export * from './trt';
export * from './step';
export * from './day';
export * from './cache';
