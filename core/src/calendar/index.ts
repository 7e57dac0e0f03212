export * from './planned-minutes';
export * from './bookings';
export * from './moving';
export * from './hours';
export * from './unavailable';
export * from './free-times';
export * from './visit-status';
export * from './first-day';
