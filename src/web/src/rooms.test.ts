import { readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, relative, sep } from 'node:path'
import { expect, it } from 'vitest'

// Each room may look only into those before it.
const rooms = [
  'theme',
  'format',
  'api',
  'parts',
  'waiting',
  'session',
  'shell',
  'line',
  'kit',
  'sites',
  'cases',
  'routing',
  'runsheet',
  'timing',
  'handover',
  'bench',
]

const files = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? files(path) : /\.tsx?$/.test(name) ? [path] : []
  })

it('No room of the interface looks back', () => {
  const back = rooms.flatMap((room) =>
    files(join(import.meta.dirname, room)).flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(/from '\.\.\/(\w+)\//g)]
        .map((found) => found[1] ?? '')
        .filter((into) => rooms.indexOf(into) >= rooms.indexOf(room) || !rooms.includes(into))
        .map(
          (into) =>
            `${relative(import.meta.dirname, file)
              .split(sep)
              .join('/')} looks into ${into}`,
        ),
    ),
  )
  expect(back).toEqual([])
  expect(rooms.every((room) => files(join(import.meta.dirname, room)).length > 0)).toBe(true)
})

it('No file looks into one that looks into it, by however many others', () => {
  const all = new Set(files(import.meta.dirname).filter((file) => !/\.test\.tsx?$/.test(file)))
  const into = (file: string) =>
    [...readFileSync(file, 'utf8').matchAll(/from '(\.[^']+)'/g)].flatMap((found) =>
      ['.ts', '.tsx'].map((end) => join(dirname(file), `${found[1] ?? ''}${end}`)).filter((path) => all.has(path)),
    )
  const [settled, circles] = [new Set<string>(), new Array<string>()]
  const walk = (file: string, way: readonly string[]) => {
    if (way.includes(file))
      circles.push([...way.slice(way.indexOf(file)), file].map((one) => relative(import.meta.dirname, one)).join(' > '))
    else if (!settled.has(file)) for (const next of into(file)) walk(next, [...way, file])
    settled.add(file)
  }
  for (const file of all) walk(file, [])
  expect(circles).toEqual([])
})
