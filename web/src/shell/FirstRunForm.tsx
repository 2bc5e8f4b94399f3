import { Button, PasswordInput, Select, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import { call, Refused } from '../ui/api.ts'
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
  const form = useForm({
    initialValues: {
      siteName: '',
      timeZone: here,
      currency: 'EUR',
      mainsVolts: null as number | null,
      displayName: '',
      name: '',
      pin: '',
    },
  })
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const submit = form.onSubmit(async (values) => {
    setBusy(true)
    setProblem(null)
    try {
      await call('POST', '/api/first-run', values)
      onOpened()
    } catch (error) {
      if (error instanceof Refused) form.setErrors(error.fields)
      setProblem(error)
    } finally {
      setBusy(false)
    }
  })
  const field = (name: keyof typeof form.values) => ({ required: true, mt: 'sm', ...form.getInputProps(name) })
  return (
    <form onSubmit={submit}>
      <TextInput label="Name of the workshop" {...field('siteName')} />
      <Select
        label="Time zone"
        description="By which days begin and shifts are told."
        data={timeZones}
        searchable
        allowDeselect={false}
        {...field('timeZone')}
      />
      <Select label="Currency" data={currencies} searchable allowDeselect={false} {...field('currency')} />
      <MainsField
        value={form.values.mainsVolts}
        onChange={(volts) => form.setFieldValue('mainsVolts', volts)}
        error={form.errors.mainsVolts}
      />
      <TextInput label="Your name" autoComplete="name" {...field('displayName')} />
      <TextInput
        label="Name to sign in with"
        description="Short, in small letters."
        autoComplete="username"
        autoCapitalize="none"
        {...field('name')}
      />
      <PasswordInput
        label="PIN"
        description="Four characters or more"
        autoComplete="new-password"
        size="md"
        {...field('pin')}
      />
      <Problem error={problem} />
      <Button type="submit" fullWidth mt="md" size="lg" loading={busy}>
        Open the book
      </Button>
    </form>
  )
}
