export * from './lattice';
export * from './workload';
export * from './cells';
export * from './zone-cells';
export * from './strokes';
export * from './path';
export * from './stroke-heat';
export * from './cell-heats';
