import { Button, CopyButton, TextInput } from '@mantine/core'
import { Link } from 'react-router'
import { useSession } from '../session/session.tsx'
import { QrCode } from '../ui/QrCode.tsx'

/** The address of an invitation, to be copied, scanned or read out. */
export function Invitation({ code, name, until }: { code: string; name: string; until: string }) {
  const { labelsCarry } = useSession()
  const address = `${labelsCarry ?? location.origin}/join/${code}`
  return (
    <div role="status">
      <p>
        Give {name} this address. It holds once, until {until}.
      </p>
      <TextInput
        label="Address of the invitation"
        readOnly
        value={address}
        onFocus={(e) => e.currentTarget.select()}
        styles={{ input: { fontFamily: 'monospace' } }}
      />
      <CopyButton value={address}>
        {({ copied, copy }) => (
          <Button variant="default" size="sm" mt="xs" onClick={copy}>
            {copied ? 'Copied' : 'Copy the address'}
          </Button>
        )}
      </CopyButton>
      {labelsCarry ? (
        <QrCode text={address} label={`Code of the invitation for ${name}`} />
      ) : (
        <p>
          It works on this very computer only: every other device would look for it in itself. Open this page at the
          address by which phones reach it, or set that address under{' '}
          <Link to="/workshop#address">Workshop, Address for phones</Link>.
        </p>
      )}
    </div>
  )
}
