import type { Schema } from '../api/client'

/** What is asked of one thing or person in one go. */
export interface AskedTogether {
  about: string
  questions: Schema['OpenQuestion'][]
}

/** Questions about the same thing stand together, where the most decisive of them stands. */
export function byThing(questions: readonly Schema['OpenQuestion'][]): AskedTogether[] {
  const things = new Map<string, AskedTogether>()
  for (const question of questions) {
    const thing = things.get(question.about)
    if (thing) thing.questions.push(question)
    else things.set(question.about, { about: question.about, questions: [question] })
  }
  return [...things.values()]
}
