import pino from 'pino';

let logger: pino.Logger | undefined;

/** The server's log, one JSON line each on standard error, so that standard output stays for the address. */
export function log(): pino.Logger {
  logger ??= pino({ level: process.env['VIVID_LOG'] ?? 'warn' }, pino.destination(2));
  return logger;
}
