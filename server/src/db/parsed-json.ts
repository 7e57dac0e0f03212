import { customType } from 'drizzle-orm/pg-core';
import * as v from 'valibot';

/** A column of JSON that is parsed whenever it is read: what it does not allow is an error, never taken on trust. */
export const parsedJson = <T>(name: string, schema: v.GenericSchema<unknown, T>) =>
  customType<{ data: T; driverData: unknown }>({
    dataType: () => 'jsonb',
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => v.parse(schema, value),
  })(name);
