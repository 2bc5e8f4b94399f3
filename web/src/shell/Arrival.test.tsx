import { act, render, screen } from '@testing-library/react'
import { userEvent } from '@testing-library/user-event'
import { createMemoryRouter, Link, Outlet, RouterProvider, useParams } from 'react-router'
import { useState } from 'react'
import { Arrival } from './Arrival.tsx'

function Stores() {
  const { id } = useParams()
  const [isHere, setHere] = useState(id !== 'slow')
  return (
    <>
      {isHere ? <h1>Stores</h1> : <button onClick={() => setHere(true)}>It has come</button>}
      {id === 'typing' && <input aria-label="Find" autoFocus />}
    </>
  )
}

function openAt(path: string) {
  const router = createMemoryRouter(
    [
      {
        element: (
          <>
            <nav>
              <Link to="/stores/all">All</Link>
            </nav>
            <main>
              <Outlet />
            </main>
            <Arrival />
          </>
        ),
        children: [
          { path: '/floor', element: <h1>Floor</h1> },
          { path: '/stores/:id', element: <Stores /> },
        ],
      },
    ],
    { initialEntries: [path] },
  )
  render(<RouterProvider router={router} />)
  return (to: string | -1) => act(() => (to === -1 ? router.navigate(-1) : router.navigate(to)))
}
const scrolled: number[] = []
beforeEach(() => {
  scrolled.length = 0
  window.scrollTo = (...to: unknown[]) => void scrolled.push(Number(to[1]))
})

it('leaves the first page alone, and goes to the heading and the beginning of the next', async () => {
  openAt('/floor')
  expect(document.activeElement).toBe(document.body)
  await userEvent.click(screen.getByRole('link', { name: 'All' }))
  expect(document.activeElement).toBe(await screen.findByRole('heading', { name: 'Stores' }))
  expect(scrolled).toEqual([0])
})

it('does not go to the beginning on the way back, nor for another choice on the same page', async () => {
  const go = openAt('/floor')
  await go('/floor?rack=A')
  expect(document.activeElement).toBe(document.body)
  await go('/stores/all')
  await go(-1)
  expect(document.activeElement).toBe(screen.getByRole('heading', { name: 'Floor' }))
  expect(scrolled).toEqual([0])
})

it('waits for a heading that comes later, but not for somebody who has begun to do something', async () => {
  const go = openAt('/floor')
  await go('/stores/slow')
  expect(document.activeElement).toBe(document.body)
  const come = screen.getByRole('button')
  act(() => come.click())
  const heading = await screen.findByRole('heading', { name: 'Stores' })
  expect(document.activeElement).toBe(heading)
  await go('/floor')
  await go('/stores/slow')
  await userEvent.click(screen.getByRole('button'))
  expect(document.activeElement).toBe(document.body)
})

it('leaves a field that takes the first key', async () => {
  const go = openAt('/floor')
  await go('/stores/typing')
  expect(document.activeElement).toBe(screen.getByRole('textbox'))
})
