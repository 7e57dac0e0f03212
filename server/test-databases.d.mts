export function demoZone(): string;
/** The day that it is there, YYYY-MM-DD: another than in UTC for some hours of each day. */
export function demoToday(): string;
export function makeTemplate(databaseUrl: string, zone: string): Promise<void>;
export function newDatabase(databaseUrl: string, name: string): Promise<string>;
export function filledDatabase(databaseUrl: string, name: string): Promise<string>;
export function dropTestDatabases(databaseUrl: string): Promise<void>;
