import { Button } from '@mantine/core'
import { useState } from 'react'
import { useSession } from '../session/session.tsx'
import { Problem } from '../ui/Problem.tsx'
import { MainsField } from '../ui/MainsField.tsx'
import { useSetAction } from '../session/useSetAction.ts'
import section from '../ui/Section.module.css'

/** Which mains the workshop has: the selector of each new machine is judged by it. */
export function SiteMains() {
  const { site, may } = useSession()
  const [volts, setVolts] = useState(site.mainsVolts)
  const { submit, problem, fields, busy } = useSetAction('Mains told', () => undefined)
  return (
    <form
      id="mains"
      className={section.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        void submit({ kind: 'set-site-mains', mainsVolts: volts })
      }}
    >
      <h2>Mains</h2>
      <p className="quiet">
        {site.mainsVolts === null
          ? 'Nobody has told which voltage the mains has here, so the selector of a new machine cannot be judged.'
          : `The mains has ${site.mainsVolts} V. A new machine whose selector stands elsewhere does not go into service.`}
      </p>
      {may('set up the site') && (
        <>
          <MainsField value={volts} onChange={setVolts} error={fields.mainsVolts} />
          <Problem error={fields.mainsVolts ? null : problem} />
          <Button type="submit" size="sm" mt="sm" loading={busy}>
            Tell the mains
          </Button>
        </>
      )}
    </form>
  )
}
