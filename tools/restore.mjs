import { bookCommand } from './setup/bookCommand.mjs'
import { runCommand } from './setup/say.mjs'

/** npm run restore -- FILE, into an empty database */
runCommand(() =>
  bookCommand(
    'restore',
    'npm run restore -- diatribon-2026-11-20.jsonl (into an empty DIATRIBON_HOME or DATABASE_URL)',
  ),
)
