import type { BroughtAbout } from '@diatribon/contract'

/** Who or what brought a fault about, for a choice. */
export const broughtWords: Record<BroughtAbout, string> = {
  wear: 'wear: it had run its time',
  maker: 'the maker: faulty or wrong from the start',
  slicing: 'wrong slicing',
  'outside filament': 'filament from outside',
  unattended: 'nobody watched the first layer',
  preheat: 'left heating',
  removal: 'taking a part off roughly',
  repair: 'a repair by unskilled hands',
  unknown: 'not known',
}
