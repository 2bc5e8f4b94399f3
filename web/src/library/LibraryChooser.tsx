import { Button, Checkbox } from '@mantine/core'
import { useState } from 'react'
import type { LibraryOffer } from '@diatribon/contract/library'
import { AsyncView } from '../ui/AsyncView.tsx'
import { Problem } from '../ui/Problem.tsx'
import { plural } from '../ui/words.ts'
import classes from './Library.module.css'
import { useBringIn } from './useBringIn.ts'
import { useLibrary } from '../reads/library.ts'

/** The starter library, all of it ticked, with a look inside before anything is brought in. */
export function LibraryChooser({ onDone }: { onDone: () => void }) {
  const offers = useLibrary()
  return <AsyncView of={offers}>{(list) => <Chooser offers={list} onDone={onDone} />}</AsyncView>
}

function Chooser({ offers, onDone }: { offers: LibraryOffer[]; onDone: () => void }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const [open, setOpen] = useState<string | null>(null)
  const { bringIn, problem, busy } = useBringIn(onDone)
  const fresh = offers.filter(({ here }) => !here)
  const chosen = fresh.filter(({ what }) => !left.has(what))
  const setTicked = (whats: string[], ticked: boolean) => {
    const next = new Set(left)
    for (const what of whats)
      if (ticked) next.delete(what)
      else next.add(what)
    setLeft(next)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void bringIn(offers, new Set(chosen.map(({ what }) => what)))
      }}
    >
      <ul className={classes.sections}>
        {[...new Set(offers.map(({ section }) => section))].map((section) => {
          const all = offers.filter((offer) => offer.section === section)
          const offered = all.filter(({ here }) => !here).map(({ what }) => what)
          const ticked = offered.filter((what) => !left.has(what)).length
          const isOpen = open === section
          return (
            <li key={section}>
              <SectionHead
                section={section}
                offered={offered}
                ticked={ticked}
                all={all}
                setTicked={setTicked}
                isOpen={isOpen}
                setOpen={setOpen}
              />
              {isOpen && <SectionItems section={section} all={all} left={left} setTicked={setTicked} />}
            </li>
          )
        })}
      </ul>
      <Problem error={problem} />
      <Button type="submit" size="md" loading={busy} disabled={chosen.length === 0} mt="sm">
        {chosen.length === 0 ? 'Nothing to bring in' : `Bring in ${plural(chosen.length, 'thing')}`}
      </Button>
    </form>
  )
}

const sectionNames: Record<LibraryOffer['section'], string> = {
  'part types': 'Part types',
  'printer models': 'Printer models, without makes',
  materials: 'Materials and their usual temperatures',
  readings: 'What is measured',
  checks: 'Checks and their turns',
  'what a change upsets': 'What a change upsets',
  symptoms: 'Symptoms',
  causes: 'Causes',
  tests: 'Quick tests',
}

function SectionHead(props: {
  section: LibraryOffer['section']
  offered: string[]
  ticked: number
  all: LibraryOffer[]
  setTicked: (whats: string[], ticked: boolean) => void
  isOpen: boolean
  setOpen: (value: string | null) => void
}) {
  const { section, offered, ticked, all, setTicked, isOpen, setOpen } = props
  return (
    <div className={classes.head}>
      <Checkbox
        size="md"
        label={<b>{sectionNames[section]}</b>}
        description={
          offered.length === 0
            ? 'all here already'
            : `${ticked} of ${offered.length}${offered.length < all.length ? `; ${all.length - offered.length} here already` : ''}`
        }
        disabled={offered.length === 0}
        checked={offered.length > 0 && ticked === offered.length}
        indeterminate={ticked > 0 && ticked < offered.length}
        onChange={({ currentTarget }) => setTicked(offered, currentTarget.checked)}
      />
      <Button
        variant="default"
        size="sm"
        style={{ flexShrink: 0 }}
        aria-expanded={isOpen}
        aria-label={`Look into ${sectionNames[section]}`}
        onClick={() => setOpen(isOpen ? null : section)}
      >
        {isOpen ? 'Close' : 'Look inside'}
      </Button>
    </div>
  )
}

function SectionItems(props: {
  section: LibraryOffer['section']
  all: LibraryOffer[]
  left: ReadonlySet<string>
  setTicked: (whats: string[], ticked: boolean) => void
}) {
  const { section, all, left, setTicked } = props
  return (
    <ul className={classes.items} aria-label={sectionNames[section]}>
      {all.map(({ what, name, says, here }) => (
        <li key={what}>
          <Checkbox
            size="sm"
            label={name}
            description={here ? `${says.replace(/\.$/, '')}. Here already; it stays as it is.` : says}
            disabled={here}
            checked={!here && !left.has(what)}
            onChange={({ currentTarget }) => setTicked([what], currentTarget.checked)}
          />
        </li>
      ))}
    </ul>
  )
}
