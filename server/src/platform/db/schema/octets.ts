import { customType } from 'drizzle-orm/pg-core';

/** A file or a message as it is. */
export const octets = customType<{ data: Buffer }>({ dataType: () => 'bytea' });
