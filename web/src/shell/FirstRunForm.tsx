import { Button, PasswordInput, Select, TextInput } from '@mantine/core'
import { useState } from 'react'
import { useTyped } from '../forms/useTyped.ts'
import { call } from '../ui/api.ts'
import { MainsField } from '../ui/MainsField.tsx'
import { Problem } from '../ui/Problem.tsx'

/** Long lists, made when an empty site is opened and not with every page. */
function choices() {
  const here = Intl.DateTimeFormat().resolvedOptions().timeZone
  const names = new Intl.DisplayNames('en-GB', { type: 'currency' })
  return {
    here,
    timeZones: [...new Set([here, 'UTC', ...Intl.supportedValuesOf('timeZone')])].sort(),
    currencies: Intl.supportedValuesOf('currency').map((code) => ({
      value: code,
      label: `${code}, ${names.of(code)}`,
    })),
  }
}

/** The first page of an empty site: its name, and its first lead. What it starts from comes next. */
export function FirstRunForm({ onOpened }: { onOpened: () => void }) {
  const [{ here, timeZones, currencies }] = useState(choices)
  const { draft, words, oneOf, choice, attempt, problem, busy } = useTyped({
    siteName: '',
    timeZone: here,
    currency: 'EUR',
    mainsVolts: null as number | null,
    displayName: '',
    name: '',
    pin: '',
  })
  const open = async () => {
    if (await attempt(() => call('post /api/first-run', { body: draft }))) onOpened()
  }
  const asked = { required: true, mt: 'sm' }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        void open()
      }}
    >
      <TextInput label="Name of the workshop" {...words('siteName')} {...asked} />
      <Select
        label="Time zone"
        description="By which days begin and shifts are told."
        data={timeZones}
        searchable
        {...oneOf('timeZone')}
        {...asked}
      />
      <Select label="Currency" data={currencies} searchable {...oneOf('currency')} {...asked} />
      <MainsField {...choice('mainsVolts')} />
      <TextInput label="Your name" autoComplete="name" {...words('displayName')} {...asked} />
      <TextInput
        label="Name to sign in with"
        description="Short, in small letters."
        autoComplete="username"
        autoCapitalize="none"
        {...words('name')}
        {...asked}
      />
      <PasswordInput
        label="PIN"
        description="Four characters or more"
        autoComplete="new-password"
        size="md"
        {...words('pin')}
        {...asked}
      />
      <Problem error={problem} />
      <Button type="submit" fullWidth mt="md" size="lg" loading={busy}>
        Open the book
      </Button>
    </form>
  )
}
