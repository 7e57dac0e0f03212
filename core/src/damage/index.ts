export * from './arrhenius';
export * from './threshold';
