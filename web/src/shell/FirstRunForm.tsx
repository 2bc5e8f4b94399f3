import { Button, Checkbox, PasswordInput, TextInput } from '@mantine/core'
import { useForm } from '@mantine/form'
import { useState } from 'react'
import { starterSet } from '../checks/starterSet.ts'
import { call, Refused, sendTogether } from '../ui/api.ts'
import { Problem } from '../ui/Problem.tsx'

/** The first page of an empty site: its name, and its first lead. */
export function FirstRunForm({ onOpened }: { onOpened: () => void }) {
  const form = useForm({
    initialValues: {
      siteName: '',
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      currency: 'EUR',
      displayName: '',
      name: '',
      pin: '',
      withChecks: true,
    },
  })
  const [problem, setProblem] = useState<unknown>(null)
  const [busy, setBusy] = useState(false)
  const submit = form.onSubmit(async (values) => {
    setBusy(true)
    setProblem(null)
    try {
      const { withChecks, ...site } = values
      await call('POST', '/api/first-run', site)
      // When this fails the site is open all the same, and the Checks screen offers the set again.
      if (withChecks) await sendTogether(starterSet(new Date().toISOString())).catch(() => undefined)
      onOpened()
    } catch (error) {
      if (error instanceof Refused) form.setErrors(error.fields)
      setProblem(error)
    } finally {
      setBusy(false)
    }
  })
  const field = (name: Exclude<keyof typeof form.values, 'withChecks'>) => ({
    required: true,
    mt: 'sm',
    ...form.getInputProps(name),
  })
  return (
    <form onSubmit={submit}>
      <TextInput label="Name of the workshop" {...field('siteName')} />
      <TextInput label="Time zone" description="As in Europe/Lisbon" {...field('timeZone')} />
      <TextInput label="Currency" description="Three letters, as in EUR" {...field('currency')} />
      <TextInput label="Your name" {...field('displayName')} />
      <TextInput label="Name to sign in with" autoCapitalize="none" {...field('name')} />
      <PasswordInput
        label="PIN"
        description="Four characters or more"
        autoComplete="new-password"
        size="md"
        {...field('pin')}
      />
      <Checkbox
        mt="md"
        size="md"
        label="Begin with the starter set of checks"
        description="Common practice of the trade; everything in it can be changed."
        {...form.getInputProps('withChecks', { type: 'checkbox' })}
      />
      <Problem error={problem} />
      <Button type="submit" fullWidth mt="md" size="lg" loading={busy}>
        Open the book
      </Button>
    </form>
  )
}
