export type { Urgency } from '@diatribon/core'
