import { Button, TextInput } from '@mantine/core'
import { useSetDraft } from '../forms/useDraft.ts'
import { useSession } from '../session/session.tsx'
import { Problem } from '../ui/Problem.tsx'
import section from '../ui/Section.module.css'

/** Where phones reach the site: what labels, tags and invitations carry. */
export function SiteAddress() {
  const { site, labelsCarry, may } = useSession()
  const form = useSetDraft(
    { address: site.address ?? '' },
    { kind: 'set-site-address', done: 'Address set', onClose: () => undefined },
  )
  const { onSubmit, problem, busy } = form.sheet(({ address }) => ({
    kind: 'set-site-address',
    address: address.trim() || null,
  }))
  return (
    <form
      id="address"
      className={section.sheet}
      onSubmit={(event) => {
        event.preventDefault()
        onSubmit()
      }}
    >
      <h2>Address for phones</h2>
      <p className="quiet">
        {labelsCarry
          ? `Labels, tags and invitations carry ${labelsCarry}.`
          : 'This page was opened at an address that every device takes for itself, so labels and invitations would lead nowhere.'}
      </p>
      {may('set up the site') && (
        <>
          <TextInput
            label="Address by which phones reach this server"
            description="Such as http://192.168.1.20:4310 or https://wear.example.org. Empty: the address at which the page is open."
            placeholder="https://"
            inputMode="url"
            autoCapitalize="none"
            maw={420}
            {...form.words('address')}
          />
          <Problem error={form.fields.address ? null : problem} />
          <Button type="submit" size="sm" mt="sm" loading={busy}>
            Set the address
          </Button>
        </>
      )}
    </form>
  )
}
