import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'

/** A mail as it came in, whole. */
export interface ReceivedMail {
  from: string
  to: string[]
  raw: string
}

/**
 * A mail server that keeps what it is sent, as a stand-in for a workshop's own. It asks for a name and password only where they are given.
 * @param port 0 takes any free port
 */
export async function openMailbox({
  port = 0,
  login,
  onMail,
}: {
  port?: number
  login?: { user: string; password: string }
  onMail: (mail: ReceivedMail) => void
}): Promise<{ port: number; close: () => Promise<void> }> {
  const server = new SMTPServer({
    authOptional: login === undefined,
    allowInsecureAuth: true,
    disabledCommands: ['STARTTLS'],
    onAuth({ username, password }, _session, done) {
      if (login && username === login.user && password === login.password) done(null, { user: username })
      else done(new Error('Name or password are wrong'))
    },
    onRcptTo({ address }, _session, done) {
      if (address.startsWith('nobody@')) done(new Error('No such mailbox'))
      else done()
    },
    onData(stream, { envelope }, done) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        onMail({
          from: envelope.mailFrom ? envelope.mailFrom.address : '',
          to: envelope.rcptTo.map(({ address }) => address),
          raw: Buffer.concat(chunks).toString('utf8'),
        })
        done()
      })
    },
  })
  await new Promise<void>((ready, fail) => {
    server.once('error', fail)
    server.listen(port, '127.0.0.1', ready)
  })
  return {
    port: (server.server.address() as AddressInfo).port,
    close: () => new Promise((closed) => server.close(() => closed())),
  }
}
