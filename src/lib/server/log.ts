import pino from 'pino';

/** What went wrong, and no more: no client's figures, no secrets. */
export const log = pino({ level: process.env['RESIDUUM_LOG'] ?? 'warn' }, pino.destination(2));
