import Joi from 'joi'
import { words } from '../fields/action.ts'

/** A machine that reports for itself: a printer's controller, a scale. */
export interface Device {
  id: string
  name: string
  madeAt: string
  revokedAt: string | null
  lastSeenAt: string | null
}

/** The answer to connecting a device: its token is shown this once. */
export interface NewDevice {
  device: Device
  token: string
}

export const newDeviceSchema = Joi.object<{ name: string }>({ name: words(60).required() })

/** A printer that a device may report. */
export interface FeedPrinter {
  id: string
  name: string
  meterHours: number
}
