import { Button, TextInput } from '@mantine/core'
import { useState } from 'react'
import { reads } from '@diatribon/contract'
import { useSession } from '../session/session.tsx'
import { call } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'
import { Section } from '../ui/Section.tsx'
import { useRead } from '../ui/useRead.ts'
import { moment } from '../ui/words.ts'

/** A secret address under which a calendar program reads one's own visits. */
export function CalendarAddress() {
  const { site } = useSession()
  const { data, mutate } = useRead(reads.calendarFeed)
  const [url, setUrl] = useState<string | null>(null)
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const change = async (work: () => Promise<string | null>) => {
    setBusy(true)
    setProblem(null)
    try {
      setUrl(await work())
      await mutate()
    } catch (error) {
      setProblem(error) // told under the buttons
    } finally {
      setBusy(false)
    }
  }
  return (
    <Section title="In your own calendar">
      <p>
        {data?.since
          ? `Your visits have an address since ${moment(data.since, site.timeZone)}.`
          : 'Your visits can be read by a calendar program, under a secret address of your own.'}{' '}
        Whoever has it sees where you are wanted, and nothing else.
      </p>
      {url && (
        <TextInput
          label="Give this address to your calendar program. It is shown once."
          readOnly
          value={url}
          onFocus={(event) => event.currentTarget.select()}
          mb="sm"
        />
      )}
      <Button
        variant="default"
        size="compact-md"
        loading={busy}
        onClick={() => void change(async () => (await call('post /api/plan/calendar')).url)}
      >
        {data?.since ? 'Make a new address; the old one is void' : 'Make an address'}
      </Button>{' '}
      {data?.since && (
        <Button
          variant="subtle"
          size="compact-md"
          loading={busy}
          onClick={() => void change(() => call('delete /api/plan/calendar').then(() => null))}
        >
          Revoke it
        </Button>
      )}
      <Problem error={problem} />
    </Section>
  )
}
