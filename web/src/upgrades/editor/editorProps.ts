import type { UpgradeContent } from '@diatribon/contract'

export interface EditorProps {
  content: UpgradeContent
  set: (change: Partial<UpgradeContent>) => void
  error: (name: string) => string | undefined
}
