// Sources: the pairs of Go's golang.org/x/net/html/charset (BSD, Debian package golang-golang-x-net-dev);
// Python's codecs, run live (the interpreter of the feedparser reference), as an encoder that is not ours.
import { describe, expect, it } from 'vitest'
import { readFeed } from '#core/feed'
import { decodeBytes } from '#core/feed/decode'
import { askFeedparser, dataOf, readText, report } from './data'

const xnet = dataOf('x-net', 'usr/share/gocode/src/golang.org/x/net/html/charset')

/** The bytes that a Go string literal stands for. */
function goBytes(literal: string): Buffer {
  const parts = literal.match(/\\x[0-9a-f]{2}|\\u[0-9a-f]{4}|\\[abfnrtv"\\]|[^\\]+/gi) ?? []
  const simple: Record<string, string> = {
    a: '\x07',
    b: '\b',
    f: '\f',
    n: '\n',
    r: '\r',
    t: '\t',
    v: '\v',
    '"': '"',
    '\\': '\\',
  }
  return Buffer.concat(
    parts.map((part) => {
      if (part.startsWith('\\x')) return Buffer.from(part.slice(2), 'hex')
      if (part.startsWith('\\u')) return Buffer.from(String.fromCharCode(Number.parseInt(part.slice(2), 16)))
      return Buffer.from(part.startsWith('\\') ? simple[part[1]!]! : part)
    }),
  )
}

describe.runIf(xnet)('character sets as Go decodes them', () => {
  const table = xnet
    ? readText(xnet, 'charset_test.go').split('var testCases')[1]!.split('func TestDecode')[0]!
    : ''
  const pairs = [...table.matchAll(/\{"((?:[^"\\]|\\.)*)", "((?:[^"\\]|\\.)*)", "([^"]+)"\}/g)].map((m) => ({
    text: goBytes(m[1]!).toString(),
    bytes: goBytes(m[2]!),
    charset: m[3]!,
  }))

  it('are read by the name in the header', () => {
    const others = pairs.flatMap(({ text, bytes, charset }) => {
      const read = decodeBytes(bytes, `text/xml; charset=${charset}`)
      return read.text === text ? [] : [`${charset}: ${read.text}, not ${text}`]
    })
    report('x/net character sets', pairs.length - others.length, others)
    expect(pairs.length).toBe(41)
    expect(others).toEqual([])
  })
})

const ENCODE = `
import base64, json, sys
print(json.dumps([base64.b64encode(case['text'].encode(case['codec'])).decode() for case in json.load(sys.stdin)]))
`

const WESTERN =
  'Die Straßenlampen der Stadt blenden die Zugvögel über den Dächern, sagt die Ornithologin; müde Vögel kreisen stundenlang.'
const CENTRAL =
  'Światła wielkiego miasta przyćmiewają gwiazdy, a źródła światła na ulicach są coraz jaśniejsze każdej nocy.'
const RUSSIAN =
  'Свет больших городов мешает увидеть звёзды, и птицы сбиваются с пути над крышами домов каждую осень.'
const GREEK =
  'Τα φώτα της πόλης κρύβουν τα άστρα και τα πουλιά χάνουν τον δρόμο τους πάνω από τις στέγες κάθε φθινόπωρο.'
const TURKISH =
  'Şehir ışıkları yıldızları gölgeliyor, göçmen kuşlar çatıların üzerinde yolunu şaşırıyor ve güneş doğana kadar dönüyor.'
const HEBREW = 'אורות העיר מסתירים את הכוכבים והציפורים הנודדות תועות מעל הגגות בכל סתיו עד עלות השחר'
const ARABIC = 'أضواء المدينة تحجب النجوم والطيور المهاجرة تضل طريقها فوق السطوح في كل خريف حتى طلوع الفجر'
const JAPANESE =
  '街の明かりは星を隠し、渡り鳥は秋になると屋根の上で道に迷います。夜明けまで回り続ける鳥もいます。'
const CHINESE = '城市的灯光遮住了星星，候鸟每年秋天在屋顶上空迷路，一直盘旋到天亮。研究人员建议夜间减少照明。'
const TRADITIONAL =
  '城市的燈光遮住了星星，候鳥每年秋天在屋頂上空迷路，一直盤旋到天亮。研究人員建議夜間減少照明。'
const KOREAN =
  '도시의 불빛이 별을 가리고 철새들은 가을마다 지붕 위에서 길을 잃습니다. 새벽까지 맴도는 새도 있습니다.'

/**
 * Python's codec, the label as feeds write it, words in a language of it, and whether it can be told from the
 * bytes alone.
 */
const SETS: [codec: string, label: string, text: string, guessed: boolean][] = [
  ['cp1250', 'windows-1250', CENTRAL, false], ['cp1251', 'windows-1251', RUSSIAN, true], ['cp1252', 'windows-1252', WESTERN, true], ['cp1253', 'windows-1253', GREEK, true],
  ['cp1254', 'windows-1254', TURKISH, false], ['cp1255', 'windows-1255', HEBREW, true], ['cp1256', 'windows-1256', ARABIC, true], ['cp1257', 'windows-1257', 'latviešu ļaudis', false],
  ['cp1258', 'windows-1258', 'Hà', false], ['iso8859-1', 'iso-8859-1', WESTERN, true], ['iso8859-2', 'iso-8859-2', CENTRAL, false], ['iso8859-3', 'iso-8859-3', 'nutraĵo', false],
  ['iso8859-4', 'iso-8859-4', 'Kalâdlit', false], ['iso8859-5', 'iso-8859-5', RUSSIAN, true], ['iso8859-6', 'iso-8859-6', ARABIC.replace(/پ/g, ''), true], ['iso8859-7', 'iso-8859-7', GREEK, true],
  ['iso8859-8', 'iso-8859-8', HEBREW, true], ['iso8859-9', 'iso-8859-9', TURKISH, false], ['iso8859-10', 'iso-8859-10', 'Žž Åå', false], ['iso8859-13', 'iso-8859-13', 'latviešu', false],
  ['iso8859-14', 'iso-8859-14', 'Seònaid', false], ['iso8859-15', 'iso-8859-15', '€ cœur', false], ['iso8859-16', 'iso-8859-16', 'românește', false], ['utf-16-le', 'utf-16', WESTERN, true],
  ['utf-16-be', 'utf-16', WESTERN, true], ['utf-16', 'utf-16', WESTERN, true], ['shift_jis', 'Shift_JIS', JAPANESE, true], ['euc_jp', 'EUC-JP', JAPANESE, true], ['iso2022_jp', 'ISO-2022-JP', JAPANESE, true],
  ['gbk', 'GBK', CHINESE, true], ['gb2312', 'gb2312', CHINESE, true], ['gb18030', 'GB18030', CHINESE, true], ['big5', 'Big5', TRADITIONAL, true], ['euc_kr', 'EUC-KR', KOREAN, true],
  ['koi8_r', 'KOI8-R', RUSSIAN, true], ['koi8_u', 'KOI8-U', 'українська', false], ['utf-8', 'utf-8', RUSSIAN + JAPANESE, true], ['utf-8-sig', 'utf-8', RUSSIAN, true], ['mac_roman', 'macintosh', 'Résumé', false],
] // prettier-ignore

const feedOf = (text: string, declaration: string): string =>
  `<?xml version="1.0"${declaration}?>\n<rss version="2.0"><channel><title>A feed</title><item><title>${text}</title><description>${`${text} `.repeat(4)}</description></item></channel></rss>`

describe('character sets as Python encodes them', () => {
  const cases = SETS.flatMap(([codec, label, text, guessed]) => [
    {
      how: 'header',
      codec,
      label,
      text,
      document: feedOf(text, ''),
      type: `application/xml; charset=${label}`,
    },
    {
      how: 'header in quotes over a wrong declaration',
      codec,
      label,
      text,
      document: feedOf(text, ' encoding="utf-8"'),
      type: `application/xml; charset="${label}"`,
    },
    {
      how: 'declaration',
      codec,
      label,
      text,
      document: feedOf(text, ` encoding="${label}"`),
      type: 'application/xml',
    },
    {
      how: 'declaration under a header that says UTF-8',
      codec,
      label,
      text,
      document: feedOf(text, ` encoding='${label}'`),
      type: 'text/xml; charset=utf-8',
    },
    ...(guessed ? [{ how: 'guess', codec, label, text, document: feedOf(text, ''), type: 'text/xml' }] : []),
  ])
  const encoded = askFeedparser<string[]>(ENCODE, cases.map(({ document, codec }) => ({ text: document, codec }))) // prettier-ignore

  it.runIf(encoded)('are read by header, declaration, mark and guess', () => {
    const others = cases.flatMap(({ how, codec, text, type }, index) => {
      const feed = readFeed(Buffer.from(encoded![index]!, 'base64'), {
        url: 'https://paper.example/feed',
        contentType: type,
      })
      return feed.items[0]?.title === text.trim()
        ? []
        : [`${codec} by ${how}: ${feed.items[0]?.title?.slice(0, 60)}`]
    })
    report('character sets', cases.length - others.length, others)
    expect(others).toEqual([])
  })
})
