import path from 'node:path';

/** Where the program keeps what it stores: `SEEDPLAN_DATA_DIR`, else `data` where it is started. */
export const dataFolder = (): string =>
  path.resolve(/* turbopackIgnore: true */ process.env.SEEDPLAN_DATA_DIR || 'data');
