import { scaleLinear } from 'd3-scale'
import type { ReportContent } from '#shared/reports/types'
import * as words from '#shared/words'
import { formatter, type Formatter } from './format'
import { STYLE } from './style'

const labels = words.reports.page

const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/** Only what leads to the web is a link: what a network told is nobody's of ours. */
const isWeb = (url: string): boolean => /^https?:\/\//i.test(url)

const link = (url: string, name: string): string =>
  `<a href="${escape(url)}" rel="noopener noreferrer nofollow">${escape(name)}</a>`

export interface ReportFiles {
  /** Faces of the letters, as CSS; '' for those of the reader's machine. */
  fonts: string
  /** By their place. */
  pictures: string[]
  /** Where the same is as PDF and as a table; null on the PDF itself. */
  pdf: string | null
  csv: string | null
}

/** A report as a page that needs nothing else: no script, nothing from elsewhere; on paper in pages of A4. */
export function reportHtml(report: ReportContent, files: ReportFiles): string {
  const format = formatter(report.brand.zone)
  const parts: Record<ReportContent['parts'][number], () => string> = {
    days: () => daysPart(report, format),
    accounts: () => accountsPart(report, format),
    posts: () => postsPart(report, format, files.pictures),
    mix: () => mixPart(report, format),
    sources: () => sourcesPart(report, format),
  }
  const period = labels.period(format.day(report.from), format.day(report.to))
  return [
    '<!doctype html><html lang="en"><head><meta charset="utf-8">',
    '<meta name="viewport" content="width=device-width, initial-scale=1">',
    '<meta name="robots" content="noindex"><meta name="referrer" content="no-referrer">',
    `<title>${escape(report.title)} · ${escape(report.brand.name)}</title>`,
    `<style>${files.fonts}${STYLE}</style></head><body><main>`,
    `<header><span class="mark ink-${report.brand.ink}">${escape(report.brand.mark)}</span>`,
    `<p class="brand">${escape(report.brand.name)}</p></header>`,
    `<h1>${escape(report.title)}</h1><p class="period">${escape(period)}</p>`,
    ...paragraphs(report.opening),
    factsPart(report, format),
    ...report.parts.map((part) => parts[part]()),
    `<footer><p>${escape(labels.made(format.moment(report.madeAt)))} ${escape(labels.how)}</p>`,
    files.pdf && files.csv
      ? `<p class="files">${link(files.pdf, labels.pdf)} ${link(files.csv, labels.csv)}</p>`
      : '',
    '</footer></main></body></html>',
  ].join('\n')
}

const paragraphs = (text: string): string[] =>
  text
    .split(/\n{2,}/)
    .filter((paragraph) => paragraph.trim() !== '')
    .map((paragraph) => `<p class="opening">${escape(paragraph.trim()).replace(/\n/g, '<br>')}</p>`)

function factsPart({ facts }: ReportContent, format: Formatter): string {
  const against = ({ now, before }: { now: number | null; before: number | null }): string =>
    !facts.hasBefore || now === null || before === null
      ? ''
      : labels.against(format.signed(now - before), format.whole(before))
  const mean = facts.perPost
  const all: [value: string, name: string, detail: string][] = [
    [format.whole(facts.sent.now), labels.facts.sent, against(facts.sent)],
    [
      mean ? format.amount(mean.value) : labels.notTold,
      labels.facts.perPost,
      mean ? labels.between(format.amount(mean.low), format.amount(mean.high)) : labels.tooYoung,
    ],
    [format.whole(facts.answers.now), labels.facts.answers, against(facts.answers)],
    [format.whole(facts.clicks.now), labels.facts.clicks, against(facts.clicks)],
    [
      format.whole(facts.followers),
      labels.facts.followers,
      facts.followersChange === null ? '' : labels.change(format.signed(facts.followersChange)),
    ],
  ]
  const list = all
    .map(
      ([value, name, detail]) =>
        '<div><dd ' +
        `class="value">${escape(value)}</dd><dt>${escape(name)}</dt><dd>${escape(detail)}</dd></div>`,
    )
    .join('')
  const young = facts.young > 0 ? `<p class="note">${escape(labels.young(facts.young))}</p>` : ''
  return `<section><dl class="facts">${list}</dl>${young}</section>`
}

const CHART = { width: 640, height: 120, bottom: 18 }

/** What went out each day, and what it was answered: a bar a day, with its figures for who can't see it. */
function daysPart({ days }: ReportContent, format: Formatter): string {
  const most = Math.max(1, ...days.map(({ responses }) => responses ?? 0))
  const y = scaleLinear([0, most], [0, CHART.height])
  const step = CHART.width / Math.max(1, days.length)
  const bars = days
    .map(({ day, posts, responses }, at) => {
      const title = `<title>${escape(labels.onDay(format.shortDay(day), posts, responses))}</title>`
      const [x, width] = [at * step + step * 0.14, step * 0.72]
      const drawn =
        posts === 0 ? bar(x, width, 1, 'nothing') : bar(x, width, Math.max(1, y(responses ?? 0)), 'bar')
      return `<g>${title}${drawn}</g>`
    })
    .join('')
  const every = Math.max(1, Math.ceil(days.length / 8))
  const ticks = days
    .map(({ day }, at) =>
      at % every === 0
        ? tick(at === 0 ? 0 : at * step + step / 2, format.shortDay(day), (at / every) % 2 === 1)
        : '',
    )
    .join('')
  const best = days.reduce((top, day) => ((day.responses ?? 0) > (top.responses ?? 0) ? day : top), days[0]!)
  const sentence =
    best.responses === null
      ? labels.daysNone
      : labels.daysSentence(format.shortDay(best.day), format.whole(best.responses), best.posts)
  const size = `0 0 ${CHART.width} ${CHART.height + CHART.bottom}`
  const drawing = `<svg viewBox="${size}" role="img" aria-label="${escape(sentence)}">${bars}${ticks}</svg>`
  return part(labels.parts.days, `<p class="note">${escape(sentence)}</p>${drawing}`)
}

/** A day's name below its bar; on a phone there is room for every other. */
const tick = (x: number, name: string, isOdd: boolean): string =>
  `<text class="${isOdd ? 'odd' : ''}" x="${x.toFixed(1)}" y="${CHART.height + 14}">${escape(name)}</text>`

/** A bar, upwards from the bottom. */
const bar = (x: number, width: number, height: number, kind: string): string => {
  const [left, top] = [x.toFixed(1), (CHART.height - height).toFixed(1)]
  const [wide, high] = [width.toFixed(1), height.toFixed(1)]
  return `<rect x="${left}" y="${top}" width="${wide}" height="${high}" class="${kind}"/>`
}

function accountsPart({ accounts }: ReportContent, format: Formatter): string {
  return part(
    labels.parts.accounts,
    table(
      labels.accountHead,
      accounts.map((one) => [
        `${escape(one.name || labels.goneAccount)} <small>${escape(one.handle)}</small>`,
        format.whole(one.posts),
        format.whole(one.answers),
        format.whole(one.clicks),
        one.followers === null
          ? labels.notTold
          : [format.whole(one.followers), ...small(one.followersChange, format)].join(' '),
      ]),
    ),
  )
}

const small = (change: number | null, format: Formatter): string[] =>
  change === null ? [] : [`<small>${format.signed(change)}</small>`]

function postsPart({ posts }: ReportContent, format: Formatter, pictures: string[]): string {
  const items = posts.map((post) => {
    const source = post.picture === null ? undefined : pictures[post.picture]
    const picture = source ? `<img src="${escape(source)}" alt="${escape(post.description)}">` : ''
    const there = post.url && isWeb(post.url) ? ` · ${link(post.url, labels.there)}` : ''
    const facts = [
      post.answers === null ? labels.answersNotTold : labels.answers(post.answers),
      ...(post.clicks === null ? [] : [labels.clicks(post.clicks)]),
    ].join(', ')
    return [
      `<li>${picture}<div><p class="text" dir="auto">${escape(post.text)}</p>`,
      `<p class="note"><b>${escape(facts)}</b> · ${escape(post.account || labels.goneAccount)}`,
      ` · ${escape(format.moment(post.at))}`,
      post.pillar ? ` · <i class="dot ink-${post.ink}"></i>${escape(post.pillar)}` : '',
      `${there}</p></div></li>`,
    ].join('')
  })
  return part(
    labels.parts.posts,
    posts.length === 0
      ? `<p class="note">${escape(labels.postsNone)}</p>`
      : [
          `<p class="note">${escape(labels.postsHow(posts.length))}</p>`,
          `<ol class="posts">${items.join('')}</ol>`,
        ].join(''),
  )
}

function mixPart({ mix, own, facts }: ReportContent, format: Formatter): string {
  const all = Math.max(1, facts.sent.now ?? 0)
  const rows = mix.map(({ name, ink, posts }) => {
    const share = Math.round((posts / all) * 100)
    return [
      `<i class="dot ink-${ink ?? 0}"></i>${escape(name ?? labels.noPillar)}`,
      format.whole(posts),
      `<span class="share"><i class="ink-${ink ?? 0}" style="width:${share}%"></i></span> ${share}%`,
    ]
  })
  const ownNews = own.of === 0 ? '' : `<p class="note">${escape(labels.own(own.posts, own.of))}</p>`
  return part(labels.parts.mix, `${table(labels.mixHead, rows)}${ownNews}`)
}

function sourcesPart({ sources }: ReportContent, format: Formatter): string {
  return part(
    labels.parts.sources,
    sources.length === 0
      ? `<p class="note">${escape(labels.sourcesNone)}</p>`
      : table(
          labels.sourceHead,
          sources.map(({ name, articles, posts, responses }) => [
            escape(name),
            format.whole(articles),
            format.whole(posts),
            format.whole(responses),
          ]),
        ),
  )
}

const part = (title: string, body: string): string => `<section><h2>${escape(title)}</h2>${body}</section>`

/** A table of cells that are HTML already; figures stand right. */
const table = (head: string[], rows: string[][]): string =>
  [
    '<table><thead><tr>',
    ...head.map((name) => `<th scope="col">${escape(name)}</th>`),
    '</tr></thead><tbody>',
    ...rows.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`),
    '</tbody></table>',
  ].join('')
