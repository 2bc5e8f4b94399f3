/** Slots whose parts are changed together, such as nozzle and sock. */
export interface Kit {
  name: string
  slots: string[]
}
