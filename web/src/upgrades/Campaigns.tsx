import { Button, Progress } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { Campaign, UpgradePage } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { DataTable } from '../ui/DataTable.tsx'
import { FirstRows } from '../ui/FirstRows.tsx'
import { ReasonDialog } from '../session/ReasonDialog.tsx'
import { Section } from '../ui/Section.tsx'
import table from '../ui/Table.module.css'
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
          <DataTable label={`Printers of ${name}`} stacks>
            <thead>
              <tr>
                <th>Printer</th>
                <th>Model</th>
                <th className={table.right}>Has run</th>
                {trial && <th>Pair</th>}
                {trial && <th>Half</th>}
                <th>How far</th>
              </tr>
            </thead>
            <tbody>
              {shown.map(({ id, name: printer, place, model, runHours, arm, pair, installed }) => (
                <tr key={id}>
                  <th scope="row">
                    <Link to={`/printers/${id}`}>
                      {place} {printer}
                    </Link>
                  </th>
                  <td>{model}</td>
                  <td className={table.right}>{hours(runHours)}</td>
                  {trial && <td>{pair}</td>}
                  {trial && <td>{arm}</td>}
                  <td>
                    {installed ? (
                      <>
                        {day(installed.at, site.timeZone)}
                        {installed.onHold && <b>, to be released</b>}
                      </>
                    ) : arm === 'gets it' && !ended && may('swap parts') ? (
                      <Button
                        size="compact-sm"
                        variant="default"
                        onClick={() => setInstalling(id)}
                        aria-label={`Install on ${printer}`}
                      >
                        Install
                      </Button>
                    ) : arm === 'gets it' ? (
                      'not yet'
                    ) : (
                      'stays as it is'
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </DataTable>
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

const stage = ({ arm, installed }: Campaign['printers'][number]) => (arm === 'compared' ? 2 : installed ? 1 : 0)
