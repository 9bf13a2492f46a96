<script setup lang="ts">
import { orderRoutes } from '#shared/orders/routes'
import type { OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'

/** Whether posts may go out that nobody looked at: an owner says so for each account. */
const props = defineProps<{ rule: OrderRule }>()
const labels = words.orders.unseen
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const accounts = computed(() =>
  (brand.view?.accounts ?? []).filter(({ id }) =>
    props.rule.accounts.some(({ accountId }) => accountId === id),
  ),
)
const consent = (id: string, name: string, isGiven: boolean): Promise<unknown> =>
  brand
    .change(isGiven ? labels.saidGiven(name) : labels.saidWithdrawn(name), () =>
      brand.call(orderRoutes.consent, { id, body: { isGiven } }),
    )
    .catch((error: unknown) => notices.complain(error))
</script>

<template>
  <section class="grid gap-1.5" :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p v-if="rule.act !== 'lined'" class="text-ink-2">{{ labels.no }}</p>
    <template v-else>
      <p class="text-ink-2">{{ labels.needed }}</p>
      <p v-if="accounts.length === 0" class="text-warn">{{ labels.chooseAccounts }}</p>
      <ul v-else class="divide-y divide-rule border-y border-rule">
        <li v-for="account in accounts" :key="account.id" class="flex items-center gap-3 py-1.5">
          <p class="min-w-0 grow">
            <b class="font-semibold">{{ account.name }}</b>
            <span class="block text-small" :class="account.unseen ? 'text-ink-2' : 'text-warn'">{{
              account.unseen
                ? labels.given(account.unseen.by, times.dayMonth(account.unseen.at))
                : labels.notGiven
            }}</span>
          </p>
          <template v-if="brand.isOwner">
            <PlainButton
              v-if="account.unseen"
              :aria-label="labels.withdrawOf(account.name)"
              @click="consent(account.id, account.name, false)"
              >{{ labels.withdraw }}</PlainButton
            >
            <PlainButton
              v-else
              :aria-label="labels.give(account.name)"
              @click="consent(account.id, account.name, true)"
              >{{ labels.giveShort }}</PlainButton
            >
          </template>
        </li>
      </ul>
      <p v-if="!brand.isOwner" class="text-small text-ink-3">{{ labels.noOwner }}</p>
    </template>
  </section>
</template>
