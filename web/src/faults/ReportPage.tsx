import { Button, Radio, Select, Stack, Textarea, TextInput } from '@mantine/core'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import type { Attachment, LabelPage } from '@diatribon/contract'
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

function ReportForm({ code, symptoms, onDone }: ReportFormProps) {
  const [key] = useState(newKey)
  const [symptom, setSymptom] = useState('')
  const [symptomId, setSymptomId] = useState<string | null>(null)
  const [goOn, setGoOn] = useState('')
  const [reporter, setReporter] = useState('')
  const [photos, setPhotos] = useState<string[]>([])
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const send = async () => {
    setBusy(true)
    setProblem(null)
    try {
      await call('POST', `/api/report/${code}`, {
        key,
        symptom,
        mayGoOn: goOn === 'yes',
        ...(symptomId ? { symptomId } : {}),
        ...(reporter.trim() ? { reporter: reporter.trim() } : {}),
        ...(photos.length > 0 ? { photos } : {}),
      })
      onDone()
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void send()
      }}
    >
      <h2>Report a fault</h2>
      <ReportFields
        symptom={symptom}
        setSymptom={setSymptom}
        symptoms={symptoms}
        symptomId={symptomId}
        setSymptomId={setSymptomId}
        goOn={goOn}
        setGoOn={setGoOn}
      />
      {photos.length < mostPhotos && (
        <PhotoButton
          label={photos.length === 0 ? 'Take a photo (optional)' : `Another photo (${photos.length} taken)`}
          send={(file) => sendPhoto(file, `/api/report/${code}/photo`)}
          onPhoto={({ id }: Attachment) => setPhotos((before) => [...before, id])}
        />
      )}
      <NameField reporter={reporter} setReporter={setReporter} />
      <Problem error={problem} />
      <Button type="submit" size="lg" fullWidth mt="md" loading={busy}>
        Report
      </Button>
    </form>
  )
}

function ReportFields(props: {
  symptom: string
  setSymptom: (value: string) => void
  symptoms: { id: string; name: string }[]
  symptomId: string | null
  setSymptomId: (value: string | null) => void
  goOn: string
  setGoOn: (value: string) => void
}) {
  const { symptom, setSymptom, symptoms, symptomId, setSymptomId, goOn, setGoOn } = props
  return (
    <>
      <Textarea
        label="What do you see?"
        required
        autosize
        minRows={3}
        size="md"
        mt="xs"
        maxLength={1000}
        value={symptom}
        onChange={(e) => setSymptom(e.currentTarget.value)}
      />
      <Select
        label="What is it most like? (optional)"
        mt="sm"
        size="md"
        searchable
        clearable
        data={symptoms.map(({ id, name }) => ({ value: id, label: name }))}
        value={symptomId}
        onChange={setSymptomId}
      />
      <Radio.Group label="May printing go on?" required mt="md" mb="md" value={goOn} onChange={setGoOn}>
        <Stack gap="sm" mt={6}>
          <Radio value="yes" size="lg" label="Yes, for now" />
          <Radio value="no" size="lg" label="No, nobody should use it" />
        </Stack>
      </Radio.Group>
    </>
  )
}

function NameField({ reporter, setReporter }: { reporter: string; setReporter: (value: string) => void }) {
  return (
    <TextInput
      label="Your name (optional)"
      mt="sm"
      size="md"
      maxLength={80}
      value={reporter}
      onChange={(e) => setReporter(e.currentTarget.value)}
    />
  )
}
