import { bookCommand } from './setup/bookCommand.mjs'
import { runCommand } from './setup/say.mjs'

/** npm run backup -- FILE */
runCommand(() => bookCommand('backup', 'npm run backup -- diatribon-2026-11-20.jsonl'))
