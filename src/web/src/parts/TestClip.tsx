import { Box, Typography } from '@mui/material'

const films = [
  { fps: 50, where: 'Europe' },
  { fps: 60, where: 'USA' },
] as const

/** The test clip to be fetched, what to mind about it, and how it comes onto the set. */
export function TestClip() {
  return (
    <Box component="section" aria-label="Test clip" sx={{ mt: 3, maxWidth: 720 }}>
      <Typography sx={{ fontWeight: 650 }}>
        <span aria-hidden>! </span>It flashes, once in 2.5 s. Ask first whether flashing light has ever brought on a seizure: then nobody
        plays it.
      </Typography>
      <Box component="ul" sx={{ m: 0, mt: 1, pl: 5, '& a': { display: 'inline-flex', alignItems: 'center', minHeight: 44, mr: 4 } }}>
        {films.map(({ fps, where }) => (
          <Box component="li" key={fps}>
            {fps} pictures a second, as in {where}:{' '}
            <a href={`/clips/flash-click-${fps}-aac.mp4`} download>
              {fps} with AAC, a minute
            </a>
            <a href={`/clips/flash-click-${fps}-pcm.mkv`} download>
              {fps} with PCM, 20 s
            </a>
          </Box>
        ))}
        <li>
          Sound without a picture:{' '}
          <a href="/clips/click.wav" download>
            clicks as WAV, 20 s
          </a>
        </li>
      </Box>
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Copy it onto a USB stick, put that into the set and play it with the set’s own player, repeated. A browser page or a phone that
        casts is late by itself. PCM where the set plays it; AAC otherwise. Each click starts with its flash, to a thousandth of a second.
      </Typography>
    </Box>
  )
}
