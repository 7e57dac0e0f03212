export * from './next-visit';
export * from './hair-cycle';
export * from './follicles';
export * from './learn-course';
export * from './zone-course';
export * from './course-ahead';
export * from './course-signs';
