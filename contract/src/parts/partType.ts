export interface PartType {
  id: string
  name: string
  slotKind: string
  priceMinor: number
  minutes: number
  failureExtraMinor: number
  tradeIntervalHours: number
}
