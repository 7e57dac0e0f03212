export * from './required-density';
export * from './filters';
export * from './inventory';
export * from './hazard-distance';
export * from './laser-class';
