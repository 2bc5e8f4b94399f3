import { Checkbox, MultiSelect, TagsInput, Textarea, TextInput } from '@mantine/core'
import { printerEvents, signOffs, type UpgradeContent } from '@diatribon/contract'
import { CautionLines } from '../../forms/CautionLines.tsx'
import type { DraftFields } from '../../forms/draftFields.ts'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../Upgrades.module.css'

interface Part {
  content: DraftFields<UpgradeContent>
}

/** Work, tools, cautions, what it upsets, the way back. */
export function WhatItTakes({ content }: Part) {
  const { words, choice } = content
  return (
    <div className={classes.sheet}>
      <h2>How it is done, and how it comes off</h2>
      <Work content={content} />
      <CautionLines
        description="Heat, mains, moving parts, solvents: shown where the work is. The maker’s manual and local rules come first."
        {...choice('cautions')}
      />
      <Guard content={content} />
      <Textarea label="The way back" mt="sm" autosize minRows={2} {...words('wayBack')} />
      <div className={classes.fields}>
        <TextInput label="Footprint" description="What it needs of room, and where." mt="sm" {...words('footprint')} />
        <TextInput label="Where the idea was found" mt="sm" {...words('foundIn')} />
      </div>
    </div>
  )
}

function Work({ content: { figure, choice } }: Part) {
  return (
    <div className={classes.fields}>
      <FigureField label="Minutes" {...figure('minutes')} />
      <TagsInput label="Tools" mt="sm" {...choice('tools')} />
      <MultiSelect
        label="Sign-offs beside those of its slots"
        description="Mains is for a qualified electrical person."
        mt="sm"
        data={[...signOffs]}
        {...choice('signOffs')}
      />
      <MultiSelect
        label="What it upsets beside the parts that change"
        mt="sm"
        data={[...printerEvents]}
        {...choice('events')}
      />
    </div>
  )
}

function Guard({ content }: Part) {
  const { draft, set } = content
  const guard = content.within('guard')
  return (
    <>
      <Checkbox
        mt="sm"
        size="md"
        label="It takes a guard of the maker off"
        checked={draft.guard !== null}
        onChange={({ currentTarget }) => set('guard', currentTarget.checked ? { removes: '', riskNote: '' } : null)}
      />
      {draft.guard && (
        <div className={classes.fields}>
          <TextInput label="Which guard" mt="sm" {...guard.words('removes')} />
          <Textarea
            label="Risk note: what can happen, and what stands against it"
            mt="sm"
            autosize
            {...guard.words('riskNote')}
          />
        </div>
      )}
    </>
  )
}
