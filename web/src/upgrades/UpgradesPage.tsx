import { Badge, Button } from '@mantine/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { StandingRule, UpgradeLine, UpgradesPage as Page } from '@diatribon/contract'
import { usePartTypes } from '../reads/parts.ts'
import { useSession } from '../session/session.tsx'
import { AsyncView } from '../ui/AsyncView.tsx'
import { ListTable } from '../ui/ListTable.tsx'
import { Nothing } from '../ui/Nothing.tsx'
import { PageHead } from '../ui/PageHead.tsx'
import { Section } from '../ui/Section.tsx'
import { day, number, wholeMoney } from '../ui/words.ts'
import { RuleForm } from './RuleForm.tsx'
import { useUpgrades } from '../reads/upgrades.ts'
import classes from './Upgrades.module.css'

/** Designs of upgrades: what each cures, what it should save here, whether it helped. */
export function UpgradesPage() {
  const upgrades = useUpgrades()
  const { may } = useSession()
  return (
    <>
      <PageHead
        title="Upgrades"
        says="An upgrade is a promise: it names the cause that it cures, what it costs, and is held to what came after it."
      >
        {may('keep the upgrades') && (
          <Button size="sm" component={Link} to="/upgrades/new">
            New design
          </Button>
        )}
      </PageHead>
      <AsyncView of={upgrades}>{(page) => <Designs page={page} />}</AsyncView>
    </>
  )
}

function Designs({ page }: { page: Page }) {
  const { upgrades, advice, rules } = page
  const offered = upgrades.filter(({ dropped }) => !dropped)
  const dropped = upgrades.filter((one) => one.dropped)
  const headings = [...new Set(offered.map(({ content }) => content.against))].filter((against) => against !== null)
  const beside = headings.filter((against) => offered.filter(({ content }) => content.against === against).length > 1)
  return (
    <>
      {offered.length === 0 ? (
        <Nothing title="No upgrade is written down yet." />
      ) : (
        <>
          <p className={classes.advice} role="note">
            {advice}
          </p>
          <DesignsTable designs={offered} />
        </>
      )}
      {beside.map((against) => (
        <Section key={against} title={`Against ${against}: beside each other`}>
          <Alternatives designs={offered.filter(({ content }) => content.against === against)} />
        </Section>
      ))}
      <Rules rules={rules} />
      {dropped.length > 0 && (
        <p className="quiet">
          Not offered any more:{' '}
          {dropped.map(({ id, content }, i) => (
            <span key={id}>
              {i > 0 && ', '}
              <Link to={`/upgrades/${id}`}>{content.name}</Link>
            </span>
          ))}
          .
        </p>
      )}
    </>
  )
}

function DesignsTable({ designs }: { designs: UpgradeLine[] }) {
  const { site } = useSession()
  const cash = (minor: number) => wholeMoney(minor, site.currency)
  return (
    <ListTable
      label="Upgrades"
      rows={designs}
      keyOf={({ id }) => id}
      columns={[
        {
          head: 'Upgrade',
          shows: ({ id, content }) => (
            <>
              <Link to={`/upgrades/${id}`}>{content.name}</Link>
              {content.postponesOnly && <div className="quiet">only puts the cause off</div>}
            </>
          ),
        },
        {
          head: 'Where first',
          shows: ({ whereFirst, why }) => (
            <>
              <b>{whereFirst}</b>
              <div className="quiet">{why}</div>
            </>
          ),
        },
        {
          head: 'Saves a year',
          isRight: true,
          shows: ({ saving: { savedMinor, savedRange } }) => (
            <>
              {cash(savedMinor)}
              <div className="quiet">
                {cash(savedRange[0])} to {cash(savedRange[1])}
              </div>
            </>
          ),
        },
        {
          head: 'Costs',
          isRight: true,
          shows: ({ saving: { costMinor, years } }) => (
            <>
              {cash(costMinor)}
              <div className="quiet">{years === null ? 'never back' : `back in ${number(years, 2)} years`}</div>
            </>
          ),
        },
        { head: 'Installed', isRight: true, shows: ({ installed, fits }) => `${installed} of ${fits}` },
        { head: 'Did it help?', shows: (design) => <Verdict of={design} /> },
      ]}
      stacks
    />
  )
}

function Verdict({ of: { closed, installed, verdict } }: { of: UpgradeLine }) {
  const { site } = useSession()
  return closed ? (
    <>
      <Badge variant="default">{closed.verdict}</Badge>{' '}
      <span className="quiet">
        {closed.who}, {day(closed.at, site.timeZone)}
      </span>
    </>
  ) : (
    <>
      <b>{installed === 0 ? '' : verdict.found}</b>
      <div className="quiet">{verdict.words}</div>
    </>
  )
}

/** Different ways against one trouble. */
function Alternatives({ designs }: { designs: UpgradeLine[] }) {
  const { site } = useSession()
  const { data: catalogue = [] } = usePartTypes()
  const lasts = ({ content }: UpgradeLine) => {
    const parts = content.steps.flatMap((step) => ('partTypeId' in step && step.partTypeId ? step.partTypeId : []))
    const part = catalogue.find((one) => parts.includes(one.id))
    if (!part) return 'no wear part'
    return (
      <Link to={`/lives/${part.id}`}>
        {number(part.tradeInterval, 3)} {part.agesBy} by the catalogue
      </Link>
    )
  }
  return (
    <ListTable
      label="Alternatives"
      rows={designs}
      keyOf={({ id }) => id}
      columns={[
        { head: 'Way', shows: ({ id, content }) => <Link to={`/upgrades/${id}`}>{content.name}</Link> },
        { head: 'School', shows: ({ content }) => content.school },
        {
          head: 'On one printer',
          isRight: true,
          shows: ({ saving, fits, installed }) =>
            fits > installed ? wholeMoney(Math.round(saving.costMinor / (fits - installed)), site.currency) : '–',
        },
        { head: 'Minutes', isRight: true, shows: ({ content }) => content.minutes },
        { head: 'Its part lasts', shows: lasts },
        {
          head: 'The cause',
          shows: ({ content: { postponesOnly, cures } }) =>
            postponesOnly ? 'is only put off' : `${Math.round(100 * cures.share)} % should be cured`,
        },
      ]}
      stacks
    />
  )
}

/** By attrition: when this fails, that goes in. */
function Rules({ rules }: { rules: StandingRule[] }) {
  const { may, site } = useSession()
  const { data: catalogue = [] } = usePartTypes()
  const [editing, setEditing] = useState<string | null | undefined>()
  const name = (id: string) => catalogue.find((one) => one.id === id)?.name ?? ''
  return (
    <Section
      title="When this fails, fit that instead"
      act={
        may('keep the upgrades') && (
          <Button size="compact-sm" variant="default" onClick={() => setEditing(null)}>
            New rule
          </Button>
        )
      }
    >
      {rules.length === 0 ? (
        <p className="quiet">No rule: the same part goes in again. A rule is shown at the swap.</p>
      ) : (
        <ul className={classes.rules}>
          {rules.map(({ partTypeId, insteadId, reason, who, at }) => (
            <li key={partTypeId}>
              When <b>{name(partTypeId)}</b> fails, fit <b>{name(insteadId)}</b>. {reason}{' '}
              <span className="quiet">
                {who}, {day(at, site.timeZone)}
              </span>{' '}
              {may('keep the upgrades') && (
                <Button size="compact-sm" variant="subtle" onClick={() => setEditing(partTypeId)}>
                  Change
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {editing !== undefined && <RuleForm partTypeId={editing} rules={rules} onClose={() => setEditing(undefined)} />}
    </Section>
  )
}
