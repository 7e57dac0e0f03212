export * from './planned-minutes';
export * from './bookings';
export * from './moving';
