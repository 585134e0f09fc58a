import pino from 'pino';

/**
 * The log of this process: a JSON object a line, on standard error. LOG_LEVEL says from which level on (`trace` to
 * `fatal`, or `silent`). Nothing that opens a door is handed to it; what might be is left out all the same.
 */
export const log = pino(
  {
    level: process.env['LOG_LEVEL'] ?? 'info',
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    redact: {
      paths: [
        'password',
        'token',
        'secret',
        'cookie',
        '*.password',
        '*.token',
        '*.secret',
        '*.cookie',
      ],
      remove: true,
    },
  },
  // written before the process may end
  pino.destination({ dest: 2, sync: true }),
);
