// Where the demo's brands hand articles on to, and a few that they handed on.
import type { Client } from './client'

export interface RecipientPlan {
  name: string
  kind: 'webhook' | 'mail' | 'feed' | 'notes'
  address?: string
  token?: string
  mail?: string[]
  /** Notes that go with the articles handed on to it, newest article first; '' for none. */
  handed: string[]
}

/** Adds a brand's recipients and hands on to each what is clipped, from the newest on. */
export async function fillRecipients(
  client: Client,
  { id, recipients }: { id: string; recipients: RecipientPlan[] },
): Promise<void> {
  const at = `/api/brands/${id}`
  const { articles } = await client.get<{ articles: { id: string }[] }>(`${at}/articles?show=clipped`)
  for (const { handed, ...recipient } of recipients) {
    const made = await client.post<{ id: string }>(`${at}/recipients`, recipient)
    for (const [place, note] of handed.entries()) {
      const article = articles[place]
      if (article)
        await client.post(`${at}/dispatches`, { recipientId: made.id, articleId: article.id, note })
    }
  }
}
