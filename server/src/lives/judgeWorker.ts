import { judge, type History } from './judge.ts'

export default (histories: History[]) => histories.map(judge)
