import { bedCurrent, given } from '@diatribon/core'
import { number } from '../../ui/words.ts'
import { type InstrumentProps, HandBench } from './HandBench.tsx'

/** Current of the bed against what plug, wire and switch stand. */
export function CurrentBench(props: InstrumentProps) {
  return (
    <HandBench
      {...props}
      instrument="Bed current"
      caution="Mains and high currents. This sum decides nothing: a qualified electrical person does, after the maker’s sheets and the local rules. A plug, wire or switch that is brown, soft or smelling: power off, unplug, do not use."
      fields={[
        { name: 'power', label: 'Power of the bed, W' },
        { name: 'volts', label: 'Voltage, V' },
        { name: 'area', label: 'Wire, mm²' },
        { name: 'length', label: 'Wire, m one way' },
        {
          name: 'contact',
          label: 'Contacts together, mΩ',
          description: 'New plugs a few mΩ; worn ones much more.',
          first: 5,
        },
        { name: 'plug', label: 'Plug rated, A (maker’s sheet)', optional: true },
        { name: 'wire', label: 'Wire rated, A (maker’s sheet)', optional: true },
        { name: 'switch', label: 'Switch rated, A (maker’s sheet)', optional: true },
      ]}
      source="I = P/V; copper 0.017241 Ω·mm²/m at 20 °C (IEC 60028). Ratings are the makers’, not ours."
      reckon={({ power, volts, area, length, contact, plug, wire, switch: breaker }) => {
        const ratingsA = Object.fromEntries(
          Object.entries({ plug, wire, switch: breaker }).filter(([, rating]) => rating !== undefined),
        ) as Record<string, number>
        const found = bedCurrent({
          powerW: given(power),
          volts: given(volts),
          wireMm2: given(area),
          wireM: given(length),
          contactOhm: given(contact) / 1000,
          ratingsA,
        })
        const { amperes, shareOfRating, weakest } = found
        return {
          words: (
            <>
              <b>{number(amperes, 3)} A</b>
              {shareOfRating === null
                ? '. Without the ratings from the makers’ sheets nothing can be said about plug, wire and switch.'
                : shareOfRating > 1
                  ? `: more than the ${weakest} is rated for. Do not use it until a qualified person has looked.`
                  : shareOfRating > 0.8
                    ? `: ${Math.round(shareOfRating * 100)} % of what the ${weakest} is rated for. That is little room: ask a qualified person.`
                    : `: ${Math.round(shareOfRating * 100)} % of what the ${weakest} is rated for. A qualified person decides.`}
            </>
          ),
          facts: [
            ['Lost in the wire', `${number(found.wireDropV, 3)} V, ${number(found.wireHeatW, 3)} W`],
            ['Heat in the contacts', `${number(found.contactHeatW, 3)} W`],
          ],
          values: [{ name: 'bed current', value: amperes }],
        }
      }}
    />
  )
}
