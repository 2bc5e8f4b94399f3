import { Checkbox, MultiSelect, Radio, SimpleGrid, Stack, TextInput } from '@mantine/core'
import { useMemo } from 'react'
import { trialHalves } from '@diatribon/core'
import type { UpgradeCandidate, UpgradePage } from '@diatribon/contract'
import { useDraft } from '../forms/useDraft.ts'
import { ActionDialog } from '../ui/ActionDialog.tsx'
import { FigureField } from '../ui/figures.tsx'
import { newKey } from '../ui/newKey.ts'
import { hours, plural } from '../ui/words.ts'
import { useCandidates } from '../reads/upgrades.ts'

/** An upgrade is rolled out over printers, or tried on a half that is drawn. */
export function CampaignForm({ page, onClose }: { page: UpgradePage; onClose: () => void }) {
  const { content, id: upgradeId } = page.line
  const { data: candidates = [], error } = useCandidates(upgradeId)
  const free = candidates.filter(({ has }) => !has)
  const racks = [...new Set(free.map(({ rack }) => rack))].sort(byNumber)
  const { draft, set, words, figure, fields, sheet } = useDraft(
    () => ({
      trial: 'half',
      name: `${content.name}, trial`,
      // Until somebody chooses, all of them.
      some: null as string[] | null,
      seed: (1 + Math.floor(Math.random() * 9999)) as number | undefined,
    }),
    { kind: 'open-campaign', done: 'Campaign begun', onClose },
  )
  const chosen = draft.some ?? free.map(({ id }) => id)
  const choose = (ids: string[]) => set('some', ids)
  const isTrial = draft.trial === 'half'
  const { problem, ...rest } = sheet(({ name, seed = 1 }) => {
    if (chosen.length < (isTrial ? 2 : 1))
      return isTrial ? 'A trial needs two printers at least.' : 'Choose the printers.'
    const about = { kind: 'open-campaign' as const, campaignId: newKey(), upgradeId, name, printerIds: chosen }
    return isTrial ? { ...about, seed } : about
  })
  return (
    <ActionDialog title={`Campaign: ${content.name}`} verb="Begin" {...rest} problem={problem ?? error}>
      <Radio.Group
        label="How?"
        value={draft.trial}
        onChange={(value) => {
          set('trial', value)
          set('name', value === 'half' ? `${content.name}, trial` : `${content.name}, all`)
        }}
      >
        <Stack gap="xs" mt={6}>
          <Radio
            value="half"
            size="md"
            label="Trial: half of them, drawn by lot among those that are alike"
            description="The other half is compared, so that it can be seen whether it helped."
          />
          <Radio value="all" size="md" label="All of them" />
        </Stack>
      </Radio.Group>
      <TextInput label="Name" mt="sm" {...words('name')} />
      <Checkbox.Group label="Racks" mt="sm" value={racksWhole(free, chosen)}>
        <SimpleGrid cols={{ base: 2, xs: 3 }} spacing={4} mt={4}>
          {racks.map((rack) => {
            const own = free.filter((one) => one.rack === rack).map(({ id }) => id)
            return (
              <Checkbox
                key={rack}
                value={rack}
                size="md"
                label={`Rack ${rack} (${own.length})`}
                onChange={({ currentTarget }) =>
                  choose([...chosen.filter((id) => !own.includes(id)), ...(currentTarget.checked ? own : [])])
                }
              />
            )
          })}
        </SimpleGrid>
      </Checkbox.Group>
      <Printers free={free} chosen={chosen} onChange={choose} error={fields.printerIds} />
      {isTrial && (
        <>
          <FigureField
            label="Number of the draw"
            description="It is kept: the same number draws the same half."
            {...figure('seed')}
          />
          <Halves printers={free.filter(({ id }) => chosen.includes(id))} seed={draft.seed ?? 1} />
        </>
      )}
    </ActionDialog>
  )
}

const byNumber = (a: string, b: string) => a.localeCompare(b, 'en', { numeric: true })
/** So many can stand in a field by name; of more those that are left out do. */
const mostNamed = 60

/** Those that are chosen; where they are very many, those of the chosen racks that are not. */
function Printers(props: {
  free: UpgradeCandidate[]
  chosen: string[]
  onChange: (ids: string[]) => void
  error: string | undefined
}) {
  const { free, chosen, onChange, error } = props
  const label = ({ id, place, name }: UpgradeCandidate) => ({ value: id, label: `${place} ${name}` })
  if (free.length <= mostNamed)
    return (
      <MultiSelect
        label="Printers"
        mt="sm"
        searchable
        data={free.map(label)}
        value={chosen}
        onChange={onChange}
        error={error}
      />
    )
  const isChosen = new Set(chosen)
  const racks = new Set(free.flatMap(({ id, rack }) => (isChosen.has(id) ? rack : [])))
  const here = free.filter(({ rack }) => racks.has(rack))
  return (
    <MultiSelect
      label="But not these"
      description={`${plural(chosen.length, 'printer')} of ${plural(racks.size, 'rack')} so far.`}
      mt="sm"
      searchable
      limit={100}
      data={here.map(label)}
      value={here.flatMap(({ id }) => (isChosen.has(id) ? [] : id))}
      onChange={(out) => onChange(here.flatMap(({ id }) => (out.includes(id) ? [] : id)))}
      error={error}
    />
  )
}

const racksWhole = (free: UpgradeCandidate[], chosen: string[]) =>
  [...new Set(free.map(({ rack }) => rack))].filter((rack) =>
    free.every((one) => one.rack !== rack || chosen.includes(one.id)),
  )

/** Which half it would be. */
function Halves({ printers, seed }: { printers: UpgradeCandidate[]; seed: number }) {
  const arms = useMemo(
    () =>
      trialHalves(
        printers.map(({ id, modelId, runHours }) => ({ id, modelId, hours: runHours })),
        seed,
      ),
    [printers, seed],
  )
  const of = (arm: 'gets it' | 'compared') =>
    arms.flatMap((one) => (one.arm === arm ? printers.filter(({ id }) => id === one.id) : []))
  const words = (some: UpgradeCandidate[]) =>
    some.length > mostNamed / 2
      ? `${plural(some.length, 'printer')}, ${hours(some.reduce((sum, one) => sum + one.runHours, 0) / some.length)} each in the mean`
      : some.map(({ name, runHours }) => `${name} (${hours(runHours)})`).join(', ')
  const [got, compared] = [of('gets it'), of('compared')]
  if (printers.length < 2) return null
  return (
    <p aria-live="polite">
      <b>{plural(got.length, 'printer')} would get it:</b> {words(got)}. <b>Compared:</b> {words(compared)}.
    </p>
  )
}
