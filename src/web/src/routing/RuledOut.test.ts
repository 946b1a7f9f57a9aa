import { describe, expect, it } from 'vitest'
import type { Schema } from '../api/client'
import { groupsOf } from './RuledOut'

const item = (id: string, ruleId: string, isSocket = false): Schema['RuledOut'] => ({
  subject: { id, words: id, isSocket },
  finding: { ruleId, effect: 'refuses', sentence: `${id} is refused`, remedy: '', values: {} },
})

describe('what is ruled out', () => {
  it('stands together when one rule refuses several devices', () => {
    const groups = groupsOf([item('A', 'same-link'), item('B', 'same-link'), item('C', 'clear-line')])
    expect(groups.map((g) => [g.lead.subject.id, ...g.others])).toEqual([['A', 'B'], ['C']])
  })

  it('keeps every socket apart', () => {
    expect(groupsOf([item('optical', 'socket-taken', true), item('coaxial', 'socket-taken', true)])).toHaveLength(2)
  })
})
