/** Why a command cannot go on, in one sentence for the person who typed it. */
export class SetupProblem extends Error {}

/** Runs a command's main function; a problem becomes one sentence and exit code 1. */
export async function runCommand(main) {
  try {
    process.exitCode = (await main()) ?? 0
  } catch (error) {
    console.error(
      error instanceof SetupProblem
        ? error.message
        : error.code === 'ENOSPC'
          ? `The disk is full: ${error.path ?? 'a file'} cannot be written. Make space and try again.`
          : error,
    )
    process.exitCode = 1
  }
}
