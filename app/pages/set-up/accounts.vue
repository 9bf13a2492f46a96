<script setup lang="ts">
import { Pencil } from '@lucide/vue'
import type { Account } from '#shared/networks/types'
import * as words from '#shared/words'
import ConnectAccount from '~/networks/ConnectAccount.vue'
import DescribedNetworks from '~/networks/DescribedNetworks.vue'
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
    <ConnectAccount v-if="brand.isOwner" class="mx-6 mb-6" with-timetable back="/set-up/accounts" />
    <EmptyState
      v-if="brand.view!.accounts.length === 0"
      :title="labels.empty.title"
      :detail="labels.empty.detail"
    />
    <ul v-else class="mx-6 mb-8 divide-y divide-rule border-y border-rule">
      <li
        v-for="account in brand.view!.accounts"
        :key="account.id"
        class="grid grid-cols-[1fr_auto] items-start gap-x-4 py-3"
      >
        <div class="min-w-0">
          <p>
            <NuxtLink
              :to="`/account/${account.id}`"
              class="serif text-headline font-medium underline-offset-2 hover:underline"
              >{{ account.name }}</NuxtLink
            >
            <span class="ml-1.5 text-ink-2">{{ account.handle }}</span>
          </p>
          <p class="text-small text-ink-2">{{ rules(account) }} · {{ labels.protocols[account.protocol] }}</p>
          <p v-if="account.hold" class="text-small font-semibold text-warn">
            {{ account.hold.reason ? words.hold.onHold(account.hold.reason) : words.hold.on(null) }}
          </p>
          <p v-if="account.trouble" class="text-small text-bad">
            {{ labels.trouble }}: {{ account.trouble }}
          </p>
          <SlotWeek class="mt-2" :slots="account.slots" />
        </div>
        <span class="flex gap-1.5">
          <PlainButton
            :to="`/timetable/${account.id}`"
            :aria-label="words.timetable.of(`${account.name} ${account.handle}`)"
            >{{ words.timetable.edit }}</PlainButton
          >
          <PlainButton
            v-if="brand.isOwner"
            kind="quiet"
            class="px-2"
            :aria-label="`${words.frame.edit}: ${account.name} ${account.handle}`"
            @click="editing = account"
            ><Pencil :size="15" aria-hidden="true"
          /></PlainButton>
        </span>
      </li>
    </ul>
    <DescribedNetworks />
    <AccountDialog :account="editing" @close="editing = null" />
  </div>
</template>
