export * from './marks';
export * from './pain';
export * from './report';
export * from './triage';
export * from './second-look';
