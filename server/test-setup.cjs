/** Each of Jest's workers has a world of its own, where there are several: PostgreSQL, stand-ins and ports. */
const worlds = JSON.parse(process.env['TIENDA_WORLDS'] ?? '[]');
Object.assign(process.env, worlds[Number(process.env['JEST_WORKER_ID'] ?? 1) - 1]);
