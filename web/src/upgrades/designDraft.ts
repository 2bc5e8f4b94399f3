import type { UpgradeContent, UpgradeLine, UpgradePart } from '@diatribon/contract'
import { linesWritten, told } from '../forms/told.ts'
import type { FormAction } from '../session/openSending.ts'
import { newKey } from '../ui/newKey.ts'
import { stepMisses } from './stepWords.ts'

/** The design of an upgrade as it is written. */
export interface DesignDraft {
  upgradeId: string
  content: UpgradeContent
  dropped: boolean
}

const empty: UpgradeContent = {
  name: '',
  what: '',
  cures: { causeIds: [], symptomIds: [], share: 0.8 },
  models: [],
  parts: [],
  tools: [],
  minutes: 30,
  signOffs: [],
  cautions: [],
  events: [],
  steps: [],
  guard: null,
  footprint: null,
  wayBack: '',
  foundIn: null,
  against: null,
  school: 'something added',
  postponesOnly: false,
  photos: [],
}

export const designBegun = (line: UpgradeLine | null): DesignDraft => ({
  upgradeId: line?.id ?? newKey(),
  content: line?.content ?? empty,
  dropped: line?.dropped ?? false,
})

/**
 * The design as it is sent, or what is missing. Empty words are no words, and of a part only what was said of it.
 * @param seen the version that it was begun from; 0: none
 */
export function designAction({ upgradeId, content, dropped }: DesignDraft, seen: number): FormAction | string {
  const lacking = content.steps.flatMap((step, i) => {
    const what = stepMisses(step)
    return what ? [`Step ${i + 1}: ${what}`] : []
  })
  if (lacking[0]) return lacking[0]
  const { parts, cautions, footprint, foundIn, against } = content
  const words = (text: string | null) => text?.trim() || null
  return {
    kind: 'set-upgrade',
    upgradeId,
    version: seen,
    content: {
      ...content,
      parts: parts.map((part) => told(part) as UpgradePart),
      cautions: linesWritten(cautions),
      footprint: words(footprint),
      foundIn: words(foundIn),
      against: words(against),
    },
    ...(dropped ? { dropped } : {}),
  }
}
