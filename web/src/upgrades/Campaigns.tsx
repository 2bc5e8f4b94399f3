import { Button, Progress } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Campaign, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { ListTable, type Column } from '../ui/ListTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { Section } from '../ui/Section.tsx'
import { day, hours } from '../ui/words.ts'
import { InstallForm } from './InstallForm.tsx'

/** Roll-outs and trials, how far they are, and what is still to be done. */
export function Campaigns({ page }: { page: UpgradePage }) {
  if (page.campaigns.length === 0) return null
  return page.campaigns.map((campaign) => <OneCampaign key={campaign.id} page={page} campaign={campaign} />)
}

function OneCampaign({ page, campaign }: { page: UpgradePage; campaign: Campaign }) {
  const { may, site } = useSession()
  const [installing, setInstalling] = useState<string | null>(null)
  const [ending, setEnding] = useState(false)
  const { name, trial, seed, at, who, ended, printers } = campaign
  const getting = printers.filter(({ arm }) => arm === 'gets it')
  // What is still to be done stands first where there are many.
  const inOrder = printers.length > 60 ? printers.toSorted((a, b) => stage(a) - stage(b)) : printers
  const done = getting.filter(({ installed }) => installed !== null).length
  return (
    <Section
      title={name}
      act={
        !ended &&
        may('keep the upgrades') && (
          <Button size="compact-sm" variant="default" onClick={() => setEnding(true)}>
            {done === getting.length ? 'End it' : 'Stop it'}
          </Button>
        )
      }
    >
      <p className="quiet">
        {trial ? `Trial on a half that was drawn with the number ${seed}` : 'Roll-out'}, begun by {who},{' '}
        {day(at, site.timeZone)}. {ended && `Ended ${day(ended.at, site.timeZone)}: ${ended.reason}`}
      </p>
      <p>
        {done} of {getting.length} installed
        <Progress value={(100 * done) / getting.length} aria-label={`${done} of ${getting.length} installed`} />
      </p>
      <FirstRows of={inOrder} first={60}>
        {(shown) => (
          <ListTable
            label={`Printers of ${name}`}
            rows={shown}
            keyOf={({ id }) => id}
            columns={[
              {
                head: 'Printer',
                shows: ({ id, name: printer, place }) => (
                  <Link to={`/printers/${id}`}>
                    {place} {printer}
                  </Link>
                ),
              },
              { head: 'Model', shows: ({ model }) => model },
              { head: 'Has run', isRight: true, shows: ({ runHours }) => hours(runHours) },
              ...(trial ? halves : []),
              { head: 'How far', shows: (one) => howFar(one, site.timeZone) },
            ]}
            acts={
              !ended && may('swap parts')
                ? [
                    {
                      verb: 'Install',
                      named: ({ name: printer }) => `on ${printer}`,
                      onPress: ({ id }) => setInstalling(id),
                      when: ({ installed, arm }) => !installed && arm === 'gets it',
                    },
                  ]
                : []
            }
            stacks
          />
        )}
      </FirstRows>
      {installing && <InstallForm page={page} printerId={installing} onClose={() => setInstalling(null)} />}
      {ending && (
        <ReasonDialog
          title={`End: ${name}`}
          verb="End it"
          done="Campaign ended"
          says="What is installed stays. To undo it, take it off printer by printer below."
          actionFor={(reason) => ({ kind: 'end-campaign', campaignId: campaign.id, reason })}
          onClose={() => setEnding(false)}
        />
      )}
    </Section>
  )
}

type OnOne = Campaign['printers'][number]

const halves: Column<OnOne>[] = [
  { head: 'Pair', shows: ({ pair }) => pair },
  { head: 'Half', shows: ({ arm }) => arm },
]

const howFar = ({ installed, arm }: OnOne, timeZone: string) =>
  installed ? (
    <>
      {day(installed.at, timeZone)}
      {installed.onHold && <b>, to be released</b>}
    </>
  ) : arm === 'gets it' ? (
    'not yet'
  ) : (
    'stays as it is'
  )

const stage = ({ arm, installed }: OnOne) => (arm === 'compared' ? 2 : installed ? 1 : 0)
