import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { webAddress } from '#server/platform/net/address'
import { insertAccount, type SlotInput } from './addAccount'
import { tryWebhook } from './connectors'
import { describedNetworkById } from './queries/describedNetworks'
import { readRules } from './rowJson'
import type { DescribedNetworkRow } from './rows'

/** Adds an account that one posts to by hand, on a described network. */
export async function addHandAccount(
  actor: Actor,
  input: { networkId: string; handle: string; pageUrl: string; slots: SlotInput[] },
): Promise<Undoable & { id: string }> {
  const network = await knownNetwork(actor, input.networkId)
  const pageUrl = input.pageUrl === '' ? '' : at('pageUrl', () => webAddress(input.pageUrl)).href
  return insertAccount(actor, {
    protocol: 'hand',
    name: network.name,
    handle: input.handle,
    address: pageUrl,
    pageUrl,
    rules: readRules(network.rules_json),
    endpoint: {},
    token: '',
    perDay: network.per_day,
    networkId: network.id,
    slots: input.slots,
  })
}

/**
 * Adds an account whose posts are handed to an address of one's own, after it took a trial. It takes posts as
 * its answer says, or else as its network is described.
 */
export async function addWebhookAccount(
  actor: Actor,
  input: { networkId: string; handle: string; address: string; secret: string; slots: SlotInput[] },
): Promise<Undoable & { id: string }> {
  const network = await knownNetwork(actor, input.networkId)
  const address = at('address', () => webAddress(input.address))
  const stated = await tryWebhook(address, input.secret).catch((error: unknown) => {
    throw error instanceof ProblemError ? error.at('address') : error
  })
  return insertAccount(actor, {
    protocol: 'webhook',
    name: network.name,
    handle: input.handle,
    address: address.href,
    pageUrl: '',
    rules: stated ?? readRules(network.rules_json),
    endpoint: { webhook: address.href },
    token: input.secret,
    perDay: network.per_day,
    networkId: network.id,
    slots: input.slots,
  })
}

async function knownNetwork(actor: Actor, id: string): Promise<DescribedNetworkRow> {
  const network = await describedNetworkById(await useDb(), actor.brandId, id)
  if (!network) throw problem('notFound')
  return network
}

function at<T>(field: string, work: () => T): T {
  try {
    return work()
  } catch (error) {
    throw error instanceof ProblemError ? error.at(field) : error
  }
}
