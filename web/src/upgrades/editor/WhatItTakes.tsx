import { Checkbox, MultiSelect, TagsInput, Textarea, TextInput } from '@mantine/core'
import { printerEvents, signOffs, type PrinterEvent, type SignOff } from '@diatribon/contract'
import { FigureField } from '../../ui/figures.tsx'
import classes from '../Upgrades.module.css'
import type { EditorProps } from './editorProps.ts'

/** Work, tools, cautions, what it upsets, the way back. */
export function WhatItTakes({ content, set, error }: EditorProps) {
  return (
    <div className={classes.sheet}>
      <h2>How it is done, and how it comes off</h2>
      <div className={classes.fields}>
        <FigureField
          label="Minutes"
          required
          min={0}
          value={content.minutes}
          onChange={(minutes) => set({ minutes: minutes ?? 0 })}
          error={error('minutes')}
        />
        <TagsInput label="Tools" mt="sm" value={content.tools} onChange={(tools) => set({ tools })} />
        <MultiSelect
          label="Sign-offs beside those of its slots"
          description="Mains is for a qualified electrical person."
          mt="sm"
          data={[...signOffs]}
          value={content.signOffs}
          onChange={(chosen) => set({ signOffs: chosen as SignOff[] })}
        />
        <MultiSelect
          label="What it upsets beside the parts that change"
          mt="sm"
          data={[...printerEvents]}
          value={content.events}
          onChange={(chosen) => set({ events: chosen as PrinterEvent[] })}
        />
      </div>
      <Textarea
        label="Cautions, one a line"
        description="Heat, mains, moving parts, solvents: shown where the work is. The maker’s manual and local rules come first."
        mt="sm"
        autosize
        minRows={2}
        value={content.cautions.join('\n')}
        onChange={(e) => set({ cautions: e.currentTarget.value.split('\n') })}
        onBlur={() => set({ cautions: content.cautions.map((words) => words.trim()).filter(Boolean) })}
        error={error('cautions')}
      />
      <Guard content={content} set={set} error={error} />
      <Textarea
        label="The way back"
        required
        mt="sm"
        autosize
        minRows={2}
        maxLength={1000}
        value={content.wayBack}
        onChange={(e) => set({ wayBack: e.currentTarget.value })}
        error={error('wayBack')}
      />
      <div className={classes.fields}>
        <TextInput
          label="Footprint"
          description="What it needs of room, and where."
          mt="sm"
          maxLength={200}
          value={content.footprint ?? ''}
          onChange={(e) => set({ footprint: e.currentTarget.value || null })}
          error={error('footprint')}
        />
        <TextInput
          label="Where the idea was found"
          mt="sm"
          maxLength={500}
          value={content.foundIn ?? ''}
          onChange={(e) => set({ foundIn: e.currentTarget.value || null })}
          error={error('foundIn')}
        />
      </div>
    </div>
  )
}

function Guard({ content: { guard }, set, error }: EditorProps) {
  return (
    <>
      <Checkbox
        mt="sm"
        size="md"
        label="It takes a guard of the maker off"
        checked={guard !== null}
        onChange={({ currentTarget }) => set({ guard: currentTarget.checked ? { removes: '', riskNote: '' } : null })}
      />
      {guard && (
        <div className={classes.fields}>
          <TextInput
            label="Which guard"
            required
            mt="sm"
            maxLength={60}
            value={guard.removes}
            onChange={(e) => set({ guard: { ...guard, removes: e.currentTarget.value } })}
            error={error('guard.removes')}
          />
          <Textarea
            label="Risk note: what can happen, and what stands against it"
            required
            mt="sm"
            autosize
            maxLength={1000}
            value={guard.riskNote}
            onChange={(e) => set({ guard: { ...guard, riskNote: e.currentTarget.value } })}
            error={error('guard.riskNote')}
          />
        </div>
      )}
    </>
  )
}
