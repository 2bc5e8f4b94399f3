import { Button } from '@mantine/core'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { Problem } from '../ui/Problem.tsx'
import { MainsField } from '../ui/MainsField.tsx'
import section from '../ui/Section.module.css'

/** Which mains the workshop has: the selector of each new machine is judged by it. */
export function SiteMains() {
  const { site, may } = useSession()
  const form = useSetDraft(
    { mainsVolts: site.mainsVolts },
    { kind: 'set-site-mains', done: 'Mains told', onClose: () => undefined },
  )
  const { onSubmit, problem, busy } = form.sheet((draft) => ({ kind: 'set-site-mains', ...draft }))
  return (
    <form
      id="mains"
      className={section.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
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
          <MainsField {...form.choice('mainsVolts')} />
          <Problem error={form.fields.mainsVolts ? null : problem} />
          <Button type="submit" size="sm" mt="sm" loading={busy}>
            Tell the mains
          </Button>
        </>
      )}
    </form>
  )
}
