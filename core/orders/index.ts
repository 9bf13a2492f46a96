export { decide } from './decide'
export { cutAtWord, fillPattern, tidied } from './fillPattern'
export { loopsOf, type LoopOrder } from './loops'
export { fieldsOfPattern, parsePattern, PATTERN_FIELDS, PatternError, type PatternField } from './pattern'
export {
  judgeArticles,
  runOrders,
  sayingAll,
  settleJudged,
  type Arrival,
  type Decision,
  type Judgement,
  type RunArticle,
  type RunOrder,
  type RunState,
} from './run'
export { spreadOver } from './spreadOver'
export type {
  ConditionFailed,
  OrderArticle,
  OrderCondition,
  OrderFailed,
  OwnTime,
  Spread,
  SpreadOptions,
} from './types'
