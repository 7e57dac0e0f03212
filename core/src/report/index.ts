export * from './visit-report';
export * from './zone-summary';
