<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'
import AddAccount from '~/networks/AddAccount.vue'
import SlotWeek from '~/schedule/SlotWeek.vue'
import AccountDialog from '~/networks/AccountDialog.vue'

const labels = words.account
const brand = useBrandStore()
const editing = ref<Account | null>(null)
const rules = (account: Account): string =>
  labels.rules(account.rules.limit, labels.countings[account.rules.counting], account.rules.linkLength)
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.accounts" :intro="labels.intro" />
    <AddAccount v-if="brand.isOwner" class="mx-6 mb-6" with-timetable />
    <EmptyState
      v-if="brand.view!.accounts.length === 0"
      :title="labels.empty.title"
      :detail="labels.empty.detail"
    />
    <ul v-else class="mx-6 mb-8 divide-y divide-rule border-y border-rule">
      <li
        v-for="one in brand.view!.accounts"
        :key="one.id"
        class="grid grid-cols-[1fr_auto] items-start gap-x-4 py-3"
      >
        <div class="min-w-0">
          <p>
            <NuxtLink
              :to="`/account/${one.id}`"
              class="serif text-headline font-medium underline-offset-2 hover:underline"
              >{{ one.name }}</NuxtLink
            >
            <span class="ml-1.5 text-ink-2">{{ one.handle }}</span>
          </p>
          <p class="text-small text-ink-2">{{ rules(one) }} · {{ labels.protocols[one.protocol] }}</p>
          <p v-if="one.hold" class="text-small font-semibold text-warn">
            {{ one.hold.reason ? words.hold.onHold(one.hold.reason) : words.hold.on(null) }}
          </p>
          <p v-if="one.trouble" class="text-small text-bad">{{ labels.trouble }}: {{ one.trouble }}</p>
          <SlotWeek class="mt-2" :slots="one.slots" />
        </div>
        <span class="flex gap-1.5">
          <PlainButton
            :to="`/timetable/${one.id}`"
            :aria-label="words.timetable.of(`${one.name} ${one.handle}`)"
            >{{ words.timetable.edit }}</PlainButton
          >
          <PlainButton
            v-if="brand.isOwner"
            kind="quiet"
            class="px-2"
            :aria-label="`${words.frame.edit}: ${one.name} ${one.handle}`"
            @click="editing = one"
            ><Pencil :size="15" aria-hidden="true"
          /></PlainButton>
        </span>
      </li>
    </ul>
    <AccountDialog :account="editing" @close="editing = null" />
  </div>
</template>
