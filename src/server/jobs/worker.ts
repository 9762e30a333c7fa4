/** What a thread of the pool runs; bundled by itself, as `dist/worker.mjs`. */
export { runTask as default } from './tasks';
