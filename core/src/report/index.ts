export * from './visit-report';
