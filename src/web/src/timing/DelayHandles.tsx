import { Box, Button, IconButton, Slider, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { leftColumn } from '../line/LineBoard'
import { axisEndMs, scaleOf } from '../line/scale'
import { useWidth } from '../parts/useWidth'

interface Props {
  settings: readonly Schema['DelaySetting'][]
  values: readonly number[]
  onChange: (values: number[]) => void
}

/** Delay settings as handles on the ruler's own axis, each with − and + beside it. */
export function DelayHandles({ settings, values, onChange }: Props) {
  const { ref, width } = useWidth<HTMLDivElement>()
  const wide = width >= 760
  const plot = Math.max(200, wide ? width - leftColumn : width)
  const { xOf } = scaleOf(plot)
  return (
    <Box ref={ref}>
      {settings.map((setting, i) => {
        const value = values[i] ?? setting.standsAtMs ?? setting.foundAtMs
        const put = (next: number) =>
          onChange(values.map((v, at) => (at === i ? Math.min(setting.highMs, Math.max(setting.lowMs, next)) : v)))
        const start = xOf(Math.min(axisEndMs, setting.lowMs))
        const end = xOf(Math.min(axisEndMs, setting.highMs))
        return (
          <Box
            key={setting.name}
            sx={{ display: wide ? 'flex' : 'block', alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 1.5 }}
          >
            <Box sx={{ width: wide ? leftColumn : 'auto', flex: 'none', display: 'flex', alignItems: 'center', gap: 1 }}>
              <Box sx={{ flex: 1, minWidth: 0 }}>
                <Typography noWrap sx={{ fontWeight: 650 }}>
                  {setting.name}
                </Typography>
                <Typography variant="caption" color="textSecondary">
                  {value} ms · found at {setting.foundAtMs}
                </Typography>
              </Box>
              <IconButton
                aria-label={`${setting.name}: ${setting.stepMs} ms less`}
                onClick={() => put(value - setting.stepMs)}
                disabled={value <= setting.lowMs}
              >
                −
              </IconButton>
              <IconButton
                aria-label={`${setting.name}: ${setting.stepMs} ms more`}
                onClick={() => put(value + setting.stepMs)}
                disabled={value >= setting.highMs}
              >
                +
              </IconButton>
            </Box>
            <Box sx={{ width: plot, position: 'relative' }}>
              <Slider
                aria-label={setting.name}
                value={value}
                min={setting.lowMs}
                max={setting.highMs}
                step={setting.stepMs}
                valueLabelDisplay="off"
                getAriaValueText={(ms) => `${ms} milliseconds`}
                onChange={(_, next) => put(next as number)}
                sx={{ ml: `${start}px`, width: Math.max(80, end - start), display: 'block' }}
              />
            </Box>
          </Box>
        )
      })}
      {settings.length > 0 && (
        <Typography variant="caption" color="textSecondary" component="p" sx={{ pl: wide ? `${leftColumn}px` : 0 }}>
          A setting only makes sound later.
        </Typography>
      )}
    </Box>
  )
}

/** The button that moves every handle to the best values. */
export function BestSettings({ onPress }: { onPress: () => void }) {
  return (
    <Button variant="contained" color="primary" onClick={onPress}>
      Best settings
    </Button>
  )
}
