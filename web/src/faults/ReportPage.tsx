import { Button, Radio, Select, Stack, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Attachment, LabelPage } from '@diatribon/contract'
import { told } from '../forms/told.ts'
import { useTyped } from '../forms/useTyped.ts'
import { PhotoButton } from '../ui/PhotoButton.tsx'
import { call, sendPhoto } from '../ui/api.ts'
import { AsyncView } from '../ui/AsyncView.tsx'
import { StateMark } from '../ui/marks.tsx'
import { Problem } from '../ui/Problem.tsx'
import { newKey } from '../ui/newKey.ts'
import classes from './Faults.module.css'
import { useLabel } from '../reads/faults.ts'

/** Where the label of a printer leads without an account: may it be used, and what is wrong? */
export function ReportPage() {
  const { code = '' } = useParams()
  const page = useLabel(code)
  return (
    <main className={classes.label}>
      <AsyncView of={page}>{(data) => <Report key={code} code={code} page={data} />}</AsyncView>
    </main>
  )
}

function Report({ code, page }: { code: string; page: LabelPage }) {
  const { printer, faults, symptoms, siteName, printerId } = page
  const [done, setDone] = useState(false)
  return (
    <>
      <span className="quiet">{siteName}</span>
      <h1>{printer.name}</h1>
      <span className="quiet">
        {printer.room}, {printer.place}
      </span>
      <div className={classes.state} data-state={printer.state}>
        <StateMark state={printer.state} />
        <div>{mayItBeUsed(printer)}</div>
      </div>
      <p role="note">
        <b>Smoke, smell, a brown plug?</b> Switch off and unplug if that is safe, keep away, and tell somebody at once.
      </p>
      {faults.length > 0 && (
        <>
          <b>Known already:</b>
          <ul>
            {faults.map(({ symptom, at }) => (
              <li key={at}>{symptom}</li>
            ))}
          </ul>
        </>
      )}
      {done ? (
        <div role="status" className={classes.sheet}>
          <b>Thank you. The staff sees it now.</b>
          <p>You can put the phone away.</p>
          <Button variant="default" onClick={() => setDone(false)}>
            Report something else
          </Button>
        </div>
      ) : (
        <ReportForm code={code} symptoms={symptoms} onDone={() => setDone(true)} />
      )}
      <p>
        <Link to={`/printers/${printerId}`}>Staff: sign in for the whole page</Link>
      </p>
    </>
  )
}

function mayItBeUsed({ state, holdReason, stop }: LabelPage['printer']): string {
  switch (state) {
    case 'in service':
      return 'It may be used by whoever is inducted.'
    case 'stopped':
      return `Do not use it until the staff has looked. Reported: ${stop ?? ''}`
    case 'on hold':
      return `Do not use it. ${holdReason ?? ''}`
    case 'being taken in':
    case 'retired':
      return 'It is not in service. Do not use it.'
  }
}

const mostPhotos = 3

interface ReportFormProps {
  code: string
  symptoms: LabelPage['symptoms']
  onDone: () => void
}

const reportBegun = () => ({
  key: newKey(),
  symptom: '',
  symptomId: null as string | null,
  goOn: '',
  reporter: '',
  photos: [] as string[],
})

function ReportForm({ code, symptoms, onDone }: ReportFormProps) {
  const form = useTyped(reportBegun)
  const { draft, words, choice, attempt } = form
  const report = async () => {
    const { key, symptom, symptomId, goOn, reporter, photos } = draft
    const said = { key, symptom, mayGoOn: goOn === 'yes', ...told({ symptomId: symptomId ?? '', reporter, photos }) }
    if (await attempt(() => call('post /api/report/{code}', { at: { code }, body: said }))) onDone()
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void report()
      }}
    >
      <h2>Report a fault</h2>
      <Textarea
        label="What do you see?"
        autosize
        minRows={3}
        size="md"
        mt="xs"
        {...words('symptom')}
        required
        maxLength={1000}
      />
      <Select
        label="What is it most like? (optional)"
        mt="sm"
        size="md"
        searchable
        clearable
        data={symptoms.map(({ id, name }) => ({ value: id, label: name }))}
        {...choice('symptomId')}
      />
      <Radio.Group label="May printing go on?" mt="md" mb="md" {...choice('goOn')} required>
        <Stack gap="sm" mt={6}>
          <Radio value="yes" size="lg" label="Yes, for now" />
          <Radio value="no" size="lg" label="No, nobody should use it" />
        </Stack>
      </Radio.Group>
      {draft.photos.length < mostPhotos && (
        <PhotoButton
          label={draft.photos.length === 0 ? 'Take a photo (optional)' : `Another photo (${draft.photos.length} taken)`}
          send={(file) => sendPhoto(file, `/api/report/${code}/photo`)}
          onPhoto={({ id }: Attachment) => form.set('photos', (before) => [...before, id])}
        />
      )}
      <TextInput label="Your name (optional)" mt="sm" size="md" {...words('reporter')} maxLength={80} />
      <Problem error={form.problem} />
      <Button type="submit" size="lg" fullWidth mt="md" loading={form.busy}>
        Report
      </Button>
    </form>
  )
}
