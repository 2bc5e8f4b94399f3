import { repairsOf, type WatchedPrinter } from './repairsSums.ts'

/** Repairs of many printers, beside the thread that answers requests. */
export default (watched: WatchedPrinter[]) => repairsOf(watched)
