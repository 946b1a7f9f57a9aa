import { Box, Button, MenuItem, TextField, Typography } from '@mui/material'
import type { Schema } from '../api/client'
import { capital } from '../format/format'
import { offerUndo } from '../parts/undo'
import { saying } from '../parts/saying'

type TelevisionSet = Schema['TelevisionSet']
type MenuPath = Schema['MenuPath']
type MenuOf = Schema['MenuOf']

const wordsOf: Record<MenuOf, string> = {
  output: 'sound output',
  digitalFormat: 'digital format',
  speakers: 'its own speakers',
  headphoneLevel: 'headphone level',
  delay: 'sound delay',
  bluetoothList: 'list of Bluetooth headphones',
}
const others = (Object.keys(wordsOf) as MenuOf[]).filter((menu) => menu !== 'output')

/** Most paths of one menu that are offered. */
const most = 3

interface Props {
  set: TelevisionSet
  /** Paths met on other visits to this model, the most frequent of a menu first. */
  met: readonly MenuPath[]
  problemOf: (field: string) => Schema['FieldProblem'] | undefined
  onChange: (change: Partial<TelevisionSet>) => void
}

/** Where the set's other menus are, and what other visits to its model found. */
export function MenuPathsForm({ set, met, problemOf, onChange }: Props) {
  const paths = set.menuPaths ?? []
  const free = others.filter((menu) => !paths.some((p) => p.menu === menu))
  const put = (menuPaths: MenuPath[]) => onChange({ menuPaths })
  const take = ({ menu, path }: MenuPath) =>
    menu === 'output' ? onChange({ soundOutputMenu: path }) : put([...paths.filter((p) => p.menu !== menu), { menu, path }])
  const knows = (menu: MenuOf) => (menu === 'output' ? set.soundOutputMenu.trim() : paths.find((p) => p.menu === menu)?.path.trim()) ?? ''
  const offered = (Object.keys(wordsOf) as MenuOf[]).flatMap((menu) =>
    met.filter((p) => p.menu === menu && p.path !== knows(menu)).slice(0, most),
  )
  return (
    <Box sx={{ gridColumn: '1 / -1', display: 'grid', gap: 3 }}>
      {offered.length > 0 && (
        <Box>
          <Typography variant="body2" color="textSecondary">
            On other visits to this model
          </Typography>
          {offered.map((p) => (
            <Box key={`${p.menu} ${p.path}`} sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, alignItems: 'center' }}>
              <Typography sx={{ overflowWrap: 'anywhere' }}>
                {capital(wordsOf[p.menu])}: {p.path}
              </Typography>
              <Button variant="text" onClick={() => take(p)} aria-label={`Take it: ${p.path}`}>
                Take it
              </Button>
            </Box>
          ))}
        </Box>
      )}
      {paths.map((entry, i) => (
        <Box key={entry.menu} sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: '1fr', sm: '1fr 2fr auto' }, alignItems: 'start' }}>
          <TextField
            select
            label="Menu"
            value={entry.menu}
            onChange={(e) => put(paths.map((p, at) => (at === i ? { ...p, menu: e.target.value as MenuOf } : p)))}
            {...saying(problemOf(`menuPaths[${i}].menu`))}
          >
            {others
              .filter((menu) => menu === entry.menu || free.includes(menu))
              .map((menu) => (
                <MenuItem key={menu} value={menu}>
                  {capital(wordsOf[menu])}
                </MenuItem>
              ))}
          </TextField>
          <TextField
            label="Menu path to it"
            value={entry.path}
            onChange={(e) => put(paths.map((p, at) => (at === i ? { ...p, path: e.target.value } : p)))}
            {...saying(problemOf(`menuPaths[${i}].path`))}
          />
          <Button
            variant="text"
            onClick={() => {
              put(paths.filter((_, at) => at !== i))
              offerUndo(`The path to the ${wordsOf[entry.menu]} was taken out.`, () => put([...paths]))
            }}
          >
            Take out
          </Button>
        </Box>
      ))}
      {free[0] && (
        <Box>
          <Button onClick={() => put([...paths, { menu: free[0]!, path: '' }])}>Add the path to another menu</Button>
        </Box>
      )}
    </Box>
  )
}
