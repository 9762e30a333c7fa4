import pino from 'pino';
import { shared } from './shared';

export const logger = shared('logger', () =>
  pino({ name: 'seedplan', level: process.env.LOG_LEVEL ?? 'warn' }),
);
