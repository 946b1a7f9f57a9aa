import { Box, Button, Typography } from '@mui/material'
import { Component, Suspense, type ReactNode } from 'react'
import { Waiting } from './Trouble'

interface Props {
  children: ReactNode
  /** Where this part stands; when it changes, a failed part is tried anew. */
  at: string
}

/** A part that may fail by itself: a screen that cannot be loaded or shown says so and shows a way back, and the rest stays. */
export class Fallible extends Component<Props, { failed: boolean }> {
  override state = { failed: false }

  static getDerivedStateFromError = () => ({ failed: true })

  override componentDidUpdate(before: Props) {
    if (this.state.failed && before.at !== this.props.at) this.setState({ failed: false })
  }

  override render() {
    if (this.state.failed) return <Failed />
    return <Suspense fallback={<Opening />}>{this.props.children}</Suspense>
  }
}

function Opening() {
  return (
    <Box sx={{ px: 5 }}>
      <Waiting words="Opening…" />
    </Box>
  )
}

function Failed() {
  return (
    <Box component="main" id="main" sx={{ px: { xs: 4, sm: 5.5 }, py: 8, maxWidth: 560 }}>
      <Typography variant="h1">This screen cannot be shown</Typography>
      <Typography color="textSecondary" sx={{ mt: 2, mb: 5 }}>
        What you entered is kept. Load the page again; if it stays so, the other screens still work.
      </Typography>
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap' }}>
        <Button variant="contained" color="primary" onClick={() => location.reload()}>
          Load it again
        </Button>
        {/* A page of its own: whatever is broken here is left behind. */}
        <Button component="a" href="/cases">
          All cases
        </Button>
      </Box>
    </Box>
  )
}
