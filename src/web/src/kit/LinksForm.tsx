import { Box, Button, Typography } from '@mui/material'
import { useState } from 'react'
import type { Schema } from '../api/client'
import { Choice } from '../parts/Choice'
import { Pick, Tick, Words } from '../parts/fields'
import { NumberField } from '../parts/NumberField'
import { CodecsForm } from './CodecsForm'
import { newLink, type LinkDraft, type FormPart } from './draft'

/** What a device sends and receives through the air. */
export function LinksForm(part: FormPart) {
  const { draft, set, problemOf } = part
  const put = (links: LinkDraft[]) => set({ links })
  return (
    <Box>
      {draft.links.map((link, i) => (
        <LinkForm
          key={i}
          {...part}
          link={link}
          place={i}
          onChange={(next) => put(draft.links.map((other, at) => (at === i ? next : other)))}
          onRemove={() => put(draft.links.filter((_, at) => at !== i))}
        />
      ))}
      {problemOf('links') && (
        <Typography variant="body2" color="error" role="alert">
          {problemOf('links')?.reason} {problemOf('links')?.remedy}
        </Typography>
      )}
      <Button
        sx={{ mt: 2 }}
        onClick={() => put([...draft.links, newLink(draft.links[0]?.technology ?? 'bluetoothClassic', draft.role === 'transmitter')])}
      >
        Add a link
      </Button>
    </Box>
  )
}

interface LinkProps extends FormPart {
  link: LinkDraft
  place: number
  onChange: (link: LinkDraft) => void
  onRemove: () => void
}

function LinkForm({ link, place, terms, problemOf, onChange, onRemove }: LinkProps) {
  const set = (change: Partial<LinkDraft>) => onChange({ ...link, ...change })
  const facts = terms.technologies.find((t) => t.value === link.technology)
  const path = `links[${place}]`
  const number = (label: string, unit: string, field: keyof LinkDraft, whole = false) => (
    <NumberField
      label={label}
      unit={unit}
      value={link[field] as number}
      problem={problemOf(`${path}.${field}`)}
      onChange={(n) => set({ [field]: whole ? Math.round(n) : n })}
    />
  )
  const leAudio = link.technology.startsWith('leAudio')
  const classic = link.technology === 'bluetoothClassic'
  return (
    <Box
      role="group"
      aria-label={`Link ${place + 1}`}
      sx={{ borderTop: place > 0 ? 1 : 0, borderColor: 'divider', py: 3, display: 'grid', gap: 4 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'end' }}>
        <Pick
          label="Technology"
          value={link.technology}
          options={terms.technologies}
          width={260}
          onChange={(technology) => onChange({ ...newLink(technology, link.transmits), family: link.family, remembers: link.remembers })}
        />
        <Choice
          label="Way"
          hideLabel
          value={link.transmits ? 'sends' : 'receives'}
          options={[
            { value: 'sends', words: 'sends' },
            { value: 'receives', words: 'receives' },
          ]}
          onChange={(way) => set({ transmits: way === 'sends', codecsWithSeveral: [], channels: null })}
        />
        <Button variant="text" onClick={onRemove} aria-label={`Take out link ${place + 1}`}>
          Take out
        </Button>
      </Box>
      {facts?.codecs && (
        <CodecsForm
          label="Codecs"
          hint="in the order it prefers"
          codecs={link.codecs}
          terms={terms}
          path={`${path}.codecs`}
          problemOf={problemOf}
          onChange={(codecs) => set({ codecs })}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'start' }}>
        {link.transmits && number('Listeners at once', '', 'listenersAtOnce', true)}
        {number('Remembers', 'devices', 'remembers', true)}
        {facts?.radio && link.transmits && number('Power sent', 'dBm', 'transmitDbm')}
        {facts?.radio && !link.transmits && number('Sensitivity', 'dBm', 'sensitivityDbm')}
        {(facts?.infrared || link.technology === 'inductionLoop') && number('Range on its axis', 'm', 'onAxisRangeM')}
        {facts?.infrared && link.transmits && number('Half-power angle', '°', 'halfPowerDeg')}
        {facts?.radio && !facts.codecs && number('Band from', 'MHz', 'bandLowMHz')}
        {facts?.radio && !facts.codecs && number('Band to', 'MHz', 'bandHighMHz')}
        {facts?.keepsChannel && link.transmits && (
          <Channels value={link.channels} problem={problemOf(`${path}.channels`)} onChange={(channels) => set({ channels })} />
        )}
        <Words
          label="Family"
          hint="blank for open standards"
          value={link.family}
          width={200}
          problem={problemOf(`${path}.family`)}
          onChange={(family) => set({ family })}
        />
        {link.family !== '' && (
          <Numbers
            label="Generations"
            hint="such as 1, 2; blank for any"
            value={link.generations}
            problem={problemOf(`${path}.generations`)}
            onChange={(generations) => set({ generations })}
          />
        )}
        {leAudio && (
          <Numbers
            label="Sample rates, kHz"
            hint="such as 16, 24, 48"
            value={link.lc3RatesKHz}
            problem={problemOf(`${path}.lc3RatesKHz`)}
            onChange={(lc3RatesKHz) => set({ lc3RatesKHz })}
          />
        )}
      </Box>
      {facts?.codecs && link.transmits && link.listenersAtOnce > 1 && (
        <CodecsForm
          label="Codecs with two listeners"
          hint="none means the same as above"
          codecs={link.codecsWithSeveral}
          terms={terms}
          path={`${path}.codecsWithSeveral`}
          problemOf={problemOf}
          onChange={(codecsWithSeveral) => set({ codecsWithSeveral })}
        />
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 5 }}>
        {classic && link.transmits && (
          <Tick
            label="Its destination can be chosen"
            checked={link.selectsDestination}
            onChange={(selectsDestination) => set({ selectsDestination })}
          />
        )}
        {classic && <Tick label="Packets of 3 Mb/s" checked={link.threeMegabit} onChange={(threeMegabit) => set({ threeMegabit })} />}
        {link.technology === 'leAudioBroadcast' && link.transmits && (
          <Tick label="Can be closed with a code" checked={link.encrypts} onChange={(encrypts) => set({ encrypts })} />
        )}
        <Tick
          label="Its delay is stated or measured"
          checked={link.delay !== null}
          onChange={(stated) => set({ delay: stated ? { minMs: 30, typicalMs: 40, maxMs: 60, measuredHere: false } : null })}
        />
      </Box>
      {link.delay && <DelayForm delay={link.delay} path={`${path}.delay`} problemOf={problemOf} onChange={(delay) => set({ delay })} />}
    </Box>
  )
}

function DelayForm({
  delay,
  path,
  problemOf,
  onChange,
}: { delay: Schema['OwnDelay']; path: string; onChange: (delay: Schema['OwnDelay']) => void } & Problems) {
  const ms = (label: string, field: 'minMs' | 'typicalMs' | 'maxMs') => (
    <NumberField
      label={label}
      unit="ms"
      width={130}
      value={delay[field]}
      problem={problemOf(`${path}.${field}`)}
      onChange={(n) => onChange({ ...delay, [field]: n })}
    />
  )
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 3, alignItems: 'start' }}>
      {ms('Least', 'minMs')}
      {ms('Usual', 'typicalMs')}
      {ms('Greatest', 'maxMs')}
      <Choice
        label="Known from"
        hideLabel
        value={delay.measuredHere ? 'here' : 'maker'}
        options={[
          { value: 'maker', words: 'its maker' },
          { value: 'here', words: 'measured here' },
        ]}
        onChange={(from) => onChange({ ...delay, measuredHere: from === 'here' })}
      />
    </Box>
  )
}

const mostChannels = 8

/** How many boxes of this kind of air stand side by side. */
function Channels({
  value,
  problem,
  onChange,
}: {
  value: number | null
  problem?: Schema['FieldProblem']
  onChange: (channels: number | null) => void
}) {
  const counts = [...new Set([...Array.from({ length: mostChannels }, (_, i) => i + 1), ...(value ? [value] : [])])]
  return (
    <Pick
      label="Channels to choose from"
      hint="so that two boxes keep apart"
      width={260}
      value={value === null ? 'unread' : String(value)}
      problem={problem}
      options={[
        { value: 'unread', words: 'not read yet' },
        { value: '0', words: 'finds a clear one by itself' },
        ...counts.map((n) => ({ value: String(n), words: n === 1 ? 'one, no choice' : String(n) })),
      ]}
      onChange={(picked) => onChange(picked === 'unread' ? null : Number(picked))}
    />
  )
}

type Problems = { problemOf: FormPart['problemOf'] }

/** Whole numbers between commas. What is typed stays as typed. */
function Numbers({
  label,
  hint,
  value,
  problem,
  onChange,
}: {
  label: string
  hint: string
  value: readonly number[]
  problem?: Schema['FieldProblem']
  onChange: (value: number[]) => void
}) {
  const [typed, setTyped] = useState(value.join(', '))
  const read = readNumbers(typed)
  return (
    <Words
      label={label}
      hint={hint}
      value={typed}
      width={200}
      problem={read ? problem : { field: label, reason: `“${typed}” holds more than whole numbers.`, remedy: `Enter them ${hint}.` }}
      onChange={(text) => {
        setTyped(text)
        const numbers = readNumbers(text)
        if (numbers) onChange(numbers)
      }}
    />
  )
}

/** Whole numbers between commas or spaces; null when something else stands there. */
export function readNumbers(text: string) {
  const parts = text.split(/[\s,]+/).filter((part) => part !== '')
  return parts.every((part) => /^\d{1,4}$/.test(part)) ? parts.map(Number) : null
}
