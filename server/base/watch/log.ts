import { pino, type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';

/** One file of a megabyte, and nine older ones. */
const [SIZE, FILES] = ['1M', 10];

/**
 * What whoever watches wants to know: refused hosts and origins, failed imports, limits that were met, faults. It goes
 * into `log/kerabat.log` of the data directory, a line of JSON for each event, and when the directory cannot be written
 * to the screen.
 */
export function eventLog(directory: string | undefined): { readonly log: Logger; close(): void } {
  if (directory === undefined) return { log: pino({ level: 'warn' }), close: () => undefined };
  const stream = createStream('kerabat.log', { path: `${directory}/log`, size: SIZE, maxFiles: FILES, mode: 0o600 });
  // A log that cannot be written must not stop the work; it is said once.
  let said = false;
  stream.on('error', (error: Error) => {
    if (!said) console.error(`The log cannot be written: ${error.message}`);
    said = true;
  });
  return {
    log: pino(
      { level: 'info', timestamp: pino.stdTimeFunctions.isoTime, serializers: { error: pino.stdSerializers.err } },
      stream,
    ),
    close: () => stream.end(),
  };
}
