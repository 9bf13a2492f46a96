import { escapeText } from './http'
import type { Timeline } from './timeline'
import type { ToldMessage } from './told'
import type { Trouble } from './troubles'

const KINDS: [name: string, trouble: Trouble | null][] = [
  ['Nothing is wrong', null],
  ['Slow by three seconds', { slowMs: 3000 }],
  ['Down', { cutBefore: true }],
  ['Refuses posts for good', { refuse: { status: 422, message: 'Not here, not ever.' }, postsOnly: true }],
  [
    'Too many posts, ten minutes',
    { refuse: { status: 429, message: 'Too many posts.', retryAfter: 600 }, postsOnly: true },
  ],
  ['Cuts before it takes one', { cutBefore: true, postsOnly: true, times: 1 }],
  ['Takes one, loses the answer', { loseAnswer: true, postsOnly: true, times: 1 }],
  ['Takes one, then falls over', { failAfter: true, postsOnly: true, times: 1 }],
  ['A fifth of everything goes wrong', { mix: { share: 0.2, seed: 1 } }],
]

/**
 * A page to make trouble with by hand: what each network does wrong, the tokens of its accounts, and what was
 * told.
 */
export function controlPage(
  timelines: Timeline[],
  troubles: Record<string, Trouble>,
  told: readonly ToldMessage[],
  now: number,
): string {
  const rows = timelines.map(({ network, posts }) => {
    const current = JSON.stringify(troubles[network.host] ?? null)
    const options = KINDS.map(([name, trouble]) => `<option value="${escapeText(JSON.stringify(trouble))}"${JSON.stringify(trouble) === current ? ' selected' : ''}>${name}</option>`) // prettier-ignore
    const tokens = network.accounts.map(
      ({ handle, token }) =>
        `<li>@${handle} <code>${escapeText(token)}</code> <button data-host="${network.host}" data-handle="${handle}">End this token</button></li>`,
    )
    const rate = network.rules.rate
      ? `${network.rules.rate.posts} in ${network.rules.rate.perMinutes} minutes`
      : 'no rate'
    return `<section><h2>${network.name} <small>${network.host} · ${posts.length} posts · ${rate}</small></h2><select aria-label="What is wrong at ${network.name}" data-host="${network.host}">${options.join('')}</select><ul>${tokens.join('')}</ul></section>`
  })
  const messages = told.toReversed().slice(0, 20).map(({ way, to, text }) => `<li><b>${way} ${escapeText(to)}</b><pre>${escapeText(text)}</pre></li>`) // prettier-ignore
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Control of the stand-in world</title><style>body{max-width:48rem;margin:2.5rem auto;font:15px/1.55 Georgia,serif;color:#222;padding:0 1rem}h2{font-size:1.1rem;margin:1.6rem 0 .4rem}small{font-weight:400}ul{padding-left:1.1rem;margin:.4rem 0}code,pre{font:13px ui-monospace,monospace;white-space:pre-wrap}select,button{font:inherit}</style></head><body><h1>Control</h1><p>It is ${new Date(now).toUTCString()} here.</p>${rows.join('')}<h2>What was told</h2>${messages.length > 0 ? `<ul>${messages.join('')}</ul>` : '<p>Nothing yet.</p>'}<script>
const tell=(what,body)=>fetch('/control/'+what,{method:'POST',body:JSON.stringify(body)});
for(const one of document.querySelectorAll('select'))one.onchange=()=>tell('trouble',{host:one.dataset.host,trouble:JSON.parse(one.value)});
for(const one of document.querySelectorAll('button'))one.onclick=async()=>{const{host,handle}=one.dataset;await tell('token',{host,handle,token:handle+'-'+crypto.randomUUID().slice(0,8),ends:'session'});location.reload()};
</script></body></html>`
}
