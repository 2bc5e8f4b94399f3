import { onSessionEnd, signInAgain } from './signInAgain.ts'

afterEach(() => onSessionEnd(null))

it('asks nobody where nobody is there to ask', async () => expect(await signInAgain()).toBe(false))

it('asks once for all who notice, and anew the next time', async () => {
  let asked = 0
  const answers: ((again: boolean) => void)[] = []
  onSessionEnd(() => {
    asked++
    return new Promise((answer) => answers.push(answer))
  })
  const noticed = [signInAgain(), signInAgain(), signInAgain()]
  answers[0]!(true)
  expect(await Promise.all(noticed)).toEqual([true, true, true])
  expect(asked).toBe(1)
  const later = signInAgain()
  answers[1]!(false)
  expect(await later).toBe(false)
  expect(asked).toBe(2)
})
