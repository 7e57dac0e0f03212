export * from './materials';
export * from './cooling';
export * from './grid';
export * from './timeline';
export * from './diffusion-step';
export * from './skin-heat';
export * from './hair-heat';
export * from './moving-heat';
