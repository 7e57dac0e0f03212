export * from './four-eyes';
export * from './last-of-role';
export * from './rights';
export * from './room-pin';
export * from './sign-offs';
