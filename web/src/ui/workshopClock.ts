import { given } from '@diatribon/core'
import type { DayOfWeek } from '@mantine/dates'
import { createContext, useContext } from 'react'

/** By which clock days and times are shown and typed, and with which day the week begins. */
export interface WorkshopClock {
  timeZone: string
  weekBegins: DayOfWeek
}

export const WorkshopClockContext = createContext<WorkshopClock | null>(null)

/** Only where somebody is signed in. */
export const useWorkshopClock = (): WorkshopClock => given(useContext(WorkshopClockContext))
