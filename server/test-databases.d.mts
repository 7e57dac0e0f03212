export function makeTemplate(databaseUrl: string): Promise<void>;
export function filledDatabase(databaseUrl: string, name: string): Promise<string>;
export function dropTestDatabases(databaseUrl: string): Promise<void>;
