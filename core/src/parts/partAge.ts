import type { Clock } from '../clock.ts'

/** An age on every clock that a part may age by. */
export interface PartAge {
  hours: number
  prints: number
  metres: number
  abrasiveMetres: number
  days: number
}

/** Reads one clock of an age. */
export function onClock(age: PartAge, clock: Clock): number {
  switch (clock) {
    case 'hours':
    case 'prints':
    case 'metres':
    case 'days':
      return age[clock]
    case 'abrasive metres':
      return age.abrasiveMetres
  }
}
