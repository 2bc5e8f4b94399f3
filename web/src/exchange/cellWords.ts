import type { Cell } from '@diatribon/core'
import type { ImportColumnType } from '@diatribon/contract'
import { day } from '../ui/words.ts'

const exact = new Intl.NumberFormat('en-GB', { maximumFractionDigits: 3 })
const two = (value: number) => String(value).padStart(2, '0')

/** A cell as it is understood, for the eye: 1.83 or 1,830 h, Thu, 3 Apr 2025, 14:30. */
export function cellWords(cell: Cell, type: ImportColumnType): string {
  switch (cell.kind) {
    case 'empty':
      return ''
    case 'words':
      return cell.words
    case 'figure':
      return `${exact.format(cell.figure)}${type === 'hours' ? ' h' : ''}`
    case 'yes':
      return cell.yes ? 'yes' : 'no'
    case 'instant':
      return new Date(cell.ms).toISOString().slice(0, 16).replace('T', ' ') + ' UTC'
    case 'wall': {
      const { year, month, day: date, hour, minute, second } = cell.wall
      const time = hour + minute + second === 0 ? '' : `, ${two(hour)}:${two(minute)}`
      return `${day(`${year}-${two(month)}-${two(date)}`)}${time}`
    }
    case 'none':
      return 'not understood'
  }
}
