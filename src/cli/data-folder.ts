import path from 'node:path';

/** The server's data folder; `bin/seedplan` names the usual one where none is set. */
export const dataFolder = (): string => path.resolve(process.env.SEEDPLAN_DATA_DIR || 'data');
