import { told } from './told.ts'

it('leaves out what nobody has said, and keeps what is nothing on purpose', () => {
  expect(
    told({ note: ' ', at: undefined, photos: [] as string[], supplier: ' Tern ', pieces: 0, until: null, yes: false }),
  ).toEqual({
    supplier: 'Tern',
    pieces: 0,
    until: null,
    yes: false,
  })
})
