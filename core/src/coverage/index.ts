export * from './lattice';
export * from './workload';
