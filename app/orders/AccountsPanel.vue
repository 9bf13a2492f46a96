<script setup lang="ts">
import { emptyAccount } from '#shared/orders/empty'
import type { OrderAccount } from '#shared/orders/types'
import * as words from '#shared/words'
import CheckList from './CheckList.vue'

/** Where its posts go, and where in other words. */
defineProps<{ errors: Record<string, string> }>()
const accounts = defineModel<OrderAccount[]>({ required: true })
const { form } = words.orders
const brand = useBrandStore()
const ids = computed(() => accounts.value.map(({ accountId }) => accountId))
/** In the brand's order; what was said of one that stays, stays. */
function choose(wanted: string[]): void {
  const known = new Map(accounts.value.map((one) => [one.accountId, one]))
  accounts.value = (brand.view?.accounts ?? [])
    .filter(({ id }) => wanted.includes(id))
    .map(({ id }) => known.get(id) ?? emptyAccount(id))
}
/** Says something of one of them; an empty text says nothing. */
const set = (accountId: string, what: 'text' | 'audience' | 'board', value: string): void => {
  accounts.value = accounts.value.map((one) =>
    one.accountId === accountId ? { ...one, [what]: value === '' ? null : value } : one,
  )
}
const accountOf = (accountId: string) => brand.view?.accounts.find(({ id }) => id === accountId)
const boardsOf = (accountId: string): string[] => accountOf(accountId)?.boards ?? []
/** The first is the usual one, which is said by nothing. */
function audiencesOf(accountId: string): { value: string; label: string }[] {
  const names = words.writing.audiences
  const offered = accountOf(accountId)?.rules.audiences ?? []
  return offered.map((value, at) => ({ value: at === 0 ? '' : value, label: names[value] ?? value }))
}
</script>

<template>
  <div class="grid gap-3">
    <CheckList
      :label="form.accounts"
      :choices="brand.view?.accounts ?? []"
      none=""
      :model-value="ids"
      @update:model-value="choose"
    />
    <p class="text-small text-ink-3">{{ form.usualAccounts }}</p>
    <template v-for="(one, at) in accounts" :key="one.accountId">
      <TextField
        :label="form.ownText(brand.accountName(one.accountId))"
        :lines="2"
        :model-value="one.text"
        :error="errors[`rule.accounts[${at}].text`]"
        @update:model-value="set(one.accountId, 'text', $event)"
      />
      <ChoiceField
        v-if="boardsOf(one.accountId).length > 0"
        :label="form.board(brand.accountName(one.accountId))"
        :model-value="one.board ?? ''"
        :choices="[
          { value: '', label: '' },
          ...boardsOf(one.accountId).map((board) => ({ value: board, label: board })),
        ]"
        @update:model-value="set(one.accountId, 'board', $event)"
      />
      <ChoiceField
        v-if="audiencesOf(one.accountId).length > 1"
        :label="form.audience(brand.accountName(one.accountId))"
        :model-value="one.audience ?? ''"
        :choices="audiencesOf(one.accountId)"
        @update:model-value="set(one.accountId, 'audience', $event)"
      />
    </template>
  </div>
</template>
