export * from './melanin';
export * from './hair';
export * from './absorption';
export * from './layers';
export * from './surface';
export * from './diffusion';
export * from './monte-carlo';
