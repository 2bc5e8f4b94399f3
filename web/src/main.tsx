import { given } from '@diatribon/core'
import '@mantine/core/styles.css'
import '@mantine/dates/styles.css'
import '@mantine/notifications/styles.css'
import '@fontsource-variable/source-sans-3'
import './global.css'
import { MantineProvider } from '@mantine/core'
import { Notifications } from '@mantine/notifications'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { SWRConfig } from 'swr'
import { App } from './App.tsx'
import { theme } from './theme.ts'
import { read } from './ui/api.ts'

/** One route: the application finds its own pages, and can ask before one of them is left. */
const router = createBrowserRouter([{ path: '*', element: <App /> }])

createRoot(given(document.getElementById('root'))).render(
  <MantineProvider theme={theme} defaultColorScheme="auto">
    <Notifications position="bottom-center" />
    <SWRConfig
      value={{ fetcher: read, keepPreviousData: true, errorRetryInterval: 3000, shouldRetryOnError: retryable }}
    >
      <RouterProvider router={router} />
    </SWRConfig>
  </MantineProvider>,
)

/** A refusal stays a refusal; only a lost connection is worth asking again. */
function retryable(error: unknown): boolean {
  return !(error instanceof Error && 'status' in error && Number(error.status) < 500)
}
