export * from './pulse-energy';
export * from './visit-report';
export * from './zone-summary';
