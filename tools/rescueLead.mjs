import { bookCommand } from './setup/bookCommand.mjs'
import { runCommand } from './setup/say.mjs'

/** npm run rescue-lead -- NAME: whoever signs in under that name is a lead again, with a new PIN. */
runCommand(() => bookCommand('rescue', 'npm run rescue-lead -- NAME (the name that the person signs in with)'))
