import { Select } from '@mantine/core'
import { broughtAboutBy, inductionTopics, type BroughtAbout, type InductionTopic } from '@diatribon/contract'

const broughtWords: Record<BroughtAbout, string> = {
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

/** Who or what brought a fault about. */
export function BroughtAboutField(props: { value: BroughtAbout | null; onChange: (value: BroughtAbout) => void }) {
  const { value, onChange } = props
  return (
    <Select
      label="Who or what brought it about?"
      description="Only wear teaches how long a part lasts; the rest teaches who needs an induction."
      required
      mt="sm"
      data={broughtAboutBy.map((by) => ({ value: by, label: broughtWords[by] }))}
      value={value}
      onChange={(by) => by && onChange(by as BroughtAbout)}
      allowDeselect={false}
    />
  )
}

/** The induction that would have prevented a fault, if any. */
export function TopicField(props: { value: InductionTopic | null; onChange: (value: InductionTopic | null) => void }) {
  const { value, onChange } = props
  return (
    <Select
      label="Which induction would have prevented it?"
      mt="sm"
      clearable
      placeholder="none"
      data={[...inductionTopics]}
      value={value}
      onChange={(topic) => onChange(topic as InductionTopic | null)}
    />
  )
}
