import { openMailbox } from './src/mailbox.ts'

/** npx tsx devices/mailbox.ts [port] */
const [port = '2525'] = process.argv.slice(2)
const { port: open } = await openMailbox({
  port: Number(port),
  onMail: ({ to, raw }) => console.log(`\n----- to ${to.join(', ')} -----\n${raw}`),
})
console.log(`Mail to 127.0.0.1:${open} (security: none) is shown here. Ctrl-C ends it.`)
