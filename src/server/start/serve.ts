import { createServer } from 'node:http';
import next from 'next';
import { databaseTarget, dataFolder, ensureFolder, StartProblem } from '../db/connection';
import { dialectFor } from '../db/dialects/registry';
import { front, type Running } from '../http/front';
import { serverSettings } from '../http/settings';
import { holdFolder } from './hold';
import { isUnfinished } from './prepare';
import { stopAll } from './stopping';

/** A tab that stays open, or work that takes longer, is cut off after this many milliseconds. */
const LONGEST_STOP = 4000;

/** Serves the built application until it is told to stop. */
export async function serve(): Promise<void> {
  const port = Number(process.env.PORT || 4310);
  const hostname = process.env.HOST || '127.0.0.1';
  const folder = dataFolder();
  try {
    ensureFolder(folder);
    const target = databaseTarget();
    const dialect = dialectFor(target);
    if (!dialect.shared) holdFolder(folder);
    // What cannot be reached is told before anything begins.
    await dialect.ready(target);
    if (isUnfinished(folder))
      throw new StartProblem(`The first data of ${folder} was not loaded to its end. Start with bin/demo.`);
  } catch (error) {
    if (!(error instanceof StartProblem)) throw error;
    console.error(error.message);
    process.exit(1);
  }
  const application = next({ dev: false, dir: process.cwd(), hostname, port });
  await application.prepare();
  const running: Running = { stopping: false };
  const handle = application.getRequestHandler();
  const server = createServer(
    front((request, response) => void handle(request, response), serverSettings(), running),
  );
  server.once('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is in use. Stop what uses it, or set PORT to another.`
        : `Cannot listen on ${hostname}:${port}: ${error.message}`,
    );
    process.exit(1);
  });
  server.listen(port, hostname);
  const stop = () => {
    if (running.stopping) return;
    running.stopping = true;
    const end = setTimeout(() => process.exit(0), LONGEST_STOP);
    // What was begun is answered; then connections that are only held open go.
    server.close(() => {
      clearTimeout(end);
      process.exit(0);
    });
    void stopAll().finally(() => server.closeIdleConnections());
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

await serve();
