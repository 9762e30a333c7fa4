import path from 'node:path';
import { prepare } from '@/server/start/prepare';
import { loadDemo } from './load';

void prepare(process.argv[2] ?? '', (knex) => loadDemo(knex, path.resolve('demo')));
