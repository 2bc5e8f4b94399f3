import { pino, stdSerializers, type DestinationStream, type Logger } from 'pino'

/** The server's log: one JSON object a line. Figures that a query was made with may be secrets, so errors leave them out. */
export function openLogger(level: string, to: DestinationStream = pino.destination(2)): Logger {
  return pino({ level, serializers: { err: withoutFigures } }, to)
}

function withoutFigures(error: unknown): unknown {
  if (!(error instanceof Error)) return error
  const { type, message, stack, code } = stdSerializers.err(error) as unknown as Record<string, string>
  const cut = (text: string | undefined) => text?.replace(/\nparams: [^\n]*/g, '')
  return { type, message: cut(message), stack: cut(stack), code }
}
