export * from './marks';
export * from './pain';
export * from './stop-causes';
export * from './report';
export * from './triage-level';
export * from './triage';
export * from './from-home';
export * from './second-look';
