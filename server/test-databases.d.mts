export function demoZone(): string;
export function makeTemplate(databaseUrl: string, zone: string): Promise<void>;
export function newDatabase(databaseUrl: string, name: string): Promise<string>;
export function filledDatabase(databaseUrl: string, name: string): Promise<string>;
export function dropTestDatabases(databaseUrl: string): Promise<void>;
