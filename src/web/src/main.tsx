import { CssBaseline, GlobalStyles } from '@mui/material'
import { ThemeProvider } from '@mui/material/styles'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { App } from './App'
import { RefusedError } from './api/client'
import { Fallible } from './parts/Fallible'
import { theme } from './theme/theme'

const queries = new QueryClient({
  defaultOptions: { queries: { retry: (times, error) => error instanceof RefusedError && error.offline && times < 3, staleTime: 2_000 } },
})

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <ThemeProvider theme={theme} defaultMode="system" noSsr>
        <CssBaseline enableColorScheme />
        <GlobalStyles styles={{ '@media print': { '.nf-screen-only': { display: 'none !important' } } }} />
        <BrowserRouter>
          <Fallible at="/">
            <App />
          </Fallible>
        </BrowserRouter>
      </ThemeProvider>
    </QueryClientProvider>
  </StrictMode>,
)
