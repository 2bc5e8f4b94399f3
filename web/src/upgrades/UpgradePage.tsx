import { Badge, Button, Group } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { PrintedPart, UpgradePage as Page } from '@diatribon/contract'
import { usePartTypes } from '../reads/parts.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { CautionBox } from '../ui/CautionBox.tsx'
import { FactList } from '../ui/FactList.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import { day, money, moment, number, plural } from '../ui/words.ts'
import { CampaignForm } from './CampaignForm.tsx'
import { Campaigns } from './Campaigns.tsx'
import { DidItHelp } from './DidItHelp.tsx'
import { InstallForm } from './InstallForm.tsx'
import { Installed } from './Installed.tsx'
import { FileLink } from './FileLink.tsx'
import { JudgeForm } from './JudgeForm.tsx'
import { stepWords } from './stepWords.ts'
import { TestPieces } from './TestPieces.tsx'
import { useUpgrade } from '../reads/upgrades.ts'
import classes from './Upgrades.module.css'

type Doing = 'campaign' | 'judge' | 'install' | null

/** One design: what it is, where it is, whether it helped. */
export function UpgradePage() {
  const { id = '' } = useParams()
  const upgrade = useUpgrade(id)
  return (
    <>
      <p style={{ margin: 0 }}>
        <Link to="/upgrades">Upgrades</Link>
      </p>
      <AsyncView of={upgrade}>{(page) => <Upgrade key={id} page={page} />}</AsyncView>
    </>
  )
}

function Upgrade({ page }: { page: Page }) {
  const { line, help } = page
  const { content, closed } = line
  const { may, site } = useSession()
  const [doing, setDoing] = useState<Doing>(null)
  const close = () => setDoing(null)
  const isOpen = page.campaigns.some(({ ended }) => ended === null)
  return (
    <>
      <PageHead title={content.name} says={content.what}>
        <Group gap="sm">
          {may('swap parts') && !line.dropped && (
            <Button size="sm" onClick={() => setDoing('install')}>
              Install
            </Button>
          )}
          {may('keep the upgrades') && !line.dropped && !isOpen && (
            <Button size="sm" variant="default" onClick={() => setDoing('campaign')}>
              Campaign or trial
            </Button>
          )}
          {may('keep the upgrades') && (
            <Button size="sm" variant="default" component={Link} to={`/upgrades/${line.id}/change`}>
              Change the design
            </Button>
          )}
        </Group>
      </PageHead>
      <section className={classes.verdict} data-found={closed?.verdict ?? help.verdict} aria-label="Verdict">
        {closed ? (
          <p>
            <Badge variant="default">closed: {closed.verdict}</Badge> {closed.reason}{' '}
            <span className="quiet">
              {closed.who}, {day(closed.at, site.timeZone)}
            </span>
          </p>
        ) : null}
        <p>
          <b>{help.words}</b>
        </p>
        {help.warnings.map((words) => (
          <p key={words}>{words}</p>
        ))}
        {may('judge upgrades') && line.installed + page.installed.length > 0 && (
          <Button size="compact-sm" variant="default" mt={4} onClick={() => setDoing('judge')}>
            {closed ? 'Open it again' : 'Close with a verdict'}
          </Button>
        )}
      </section>
      <p>
        <b>Where first: {line.whereFirst}.</b> {line.why}{' '}
        {line.saving.faultsSeen > 0 &&
          `One such fault costs about ${money(line.saving.costOfFaultMinor, site.currency)}; ${number(line.saving.faultsPerYear, 2)} a year (${number(line.saving.faultsRange[0], 2)} to ${number(line.saving.faultsRange[1], 2)}).`}
      </p>
      <DidItHelp page={page} />
      <TestPieces page={page} />
      <Campaigns page={page} />
      <Installed page={page} />
      <Design page={page} />
      {doing === 'campaign' && <CampaignForm page={page} onClose={close} />}
      {doing === 'judge' && <JudgeForm page={page} onClose={close} />}
      {doing === 'install' && <InstallForm page={page} printerId={null} onClose={close} />}
    </>
  )
}

function Design({ page }: { page: Page }) {
  const { content, version } = page.line
  const { site } = useSession()
  const { data: catalogue = [] } = usePartTypes()
  const name = (id: string) => catalogue.find((one) => one.id === id)?.name ?? 'a part'
  return (
    <Section title="The design">
      <CautionBox words={content.cautions} />
      <FactList
        facts={[
          ['Work', `${content.minutes} min${content.signOffs.length > 0 ? `, ${content.signOffs.join(', ')}` : ''}`],
          ['Tools', content.tools.join(', ') || 'none'],
          [
            'Should cure',
            `${Math.round(100 * content.cures.share)} % of them${content.postponesOnly ? ', only puts them off' : ''}`,
          ],
          ['Way back', content.wayBack],
          ['Footprint', content.footprint ?? 'as before'],
          ['Found in', content.foundIn ?? 'own idea'],
        ]}
      />
      {content.guard && (
        <p role="note" style={{ borderLeft: '4px solid var(--overdue)', paddingLeft: 10 }}>
          <b>Takes the guard off: {content.guard.removes}.</b> {content.guard.riskNote} The maker’s manual and local
          rules come first.
        </p>
      )}
      {content.steps.length > 0 && (
        <>
          <h3>What it changes</h3>
          <ul>
            {content.steps.map((step, i) => (
              <li key={i}>{stepWords(step, name)}</li>
            ))}
          </ul>
        </>
      )}
      {content.parts.length > 0 && (
        <>
          <h3>What it takes</h3>
          <ul>
            {content.parts.map((part) => (
              <li key={part.name}>
                {part.pieces} × {part.name}
                {part.priceMinor !== null && `, ${money(part.priceMinor, site.currency)} each`}
                {part.made === 'printed here' &&
                  `, printed here${part.hours ? ` in ${number(part.hours, 2)} h` : ''}${part.grams ? ` from ${number(part.grams, 3)} g` : ''}`}
                {part.file && <span className="quiet">, file: {part.file}</span>}
                {part.attached && (
                  <>
                    , <FileLink file={part.attached} />
                  </>
                )}
                <PrintedSoFar printed={page.printed.find(({ itemId }) => itemId === part.itemId)} />
              </li>
            ))}
          </ul>
        </>
      )}
      <details>
        <summary>{plural(version, 'version')}</summary>
        <ul>
          {page.versions.map((one) => (
            <li key={one.version}>
              Version {one.version}, {one.who}, {moment(one.at, site.timeZone)}: {one.content.what}
            </li>
          ))}
        </ul>
      </details>
    </Section>
  )
}

/** What was printed here of a part, and what one took. */
function PrintedSoFar({ printed }: { printed: PrintedPart | undefined }) {
  if (!printed) return null
  const { pieces, on, hoursEach, jobs } = printed
  return (
    <div className="quiet">
      {plural(pieces, 'piece')} printed so far, on {on.join(', ')}
      {hoursEach !== null && `; by ${plural(jobs, 'job')}, ${number(hoursEach, 2)} h for one`}
    </div>
  )
}
