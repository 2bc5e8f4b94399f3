import { bookCommand } from './setup/bookCommand.mjs'
import { runCommand } from './setup/say.mjs'

/** npm run check-book: says whether the book is whole; ends with 1 when it is broken. */
runCommand(() => bookCommand('check'))
