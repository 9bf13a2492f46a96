<script setup lang="ts">
import { Pencil, Send, Trash2 } from '@lucide/vue'
import { recipientRoutes } from '#shared/recipients/routes'
import type { RecipientView } from '#shared/recipients/types'
import * as words from '#shared/words'
import DispatchList from '~/recipients/DispatchList.vue'
import RecipientDialog from '~/recipients/RecipientDialog.vue'
import { useRecipients } from '~/recipients/useRecipients'

const labels = words.recipients
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const { view, list, failed, reload } = useRecipients()
const isOpen = ref(false)
const edited = shallowRef<RecipientView | null>(null)
const secret = ref('')
const testing = ref('')
function open(recipient: RecipientView | null): void {
  edited.value = recipient
  isOpen.value = true
}
const remove = (recipient: RecipientView): Promise<unknown> =>
  brand
    .change(labels.saidRemoved(recipient.name), () =>
      brand.call(recipientRoutes.remove, { id: recipient.id }),
    )
    .catch((error: unknown) => notices.complain(error))
async function test({ id, name }: RecipientView): Promise<void> {
  testing.value = id
  try {
    const { status, ms } = await brand.call(recipientRoutes.test, { id })
    notices.say(labels.testTook(name, status ?? 0, ms))
  } catch (error) {
    notices.complain(error)
  } finally {
    testing.value = ''
  }
}
const about = (one: RecipientView): string =>
  [
    labels.toHost(one.kind, one.host),
    ...(one.kind === 'mail' ? [one.mail.join(', ')] : []),
    ...(one.events.length > 0 ? [labels.hears(one.events.length)] : []),
    one.lastAt ? labels.last(times.shortDayTime(one.lastAt)) : labels.never,
    ...(one.waiting > 0 ? [labels.waiting(one.waiting)] : []),
  ].join(' · ')
const trouble = (one: RecipientView): string =>
  [one.message, one.retryAt ? labels.retry(times.shortDayTime(one.retryAt)) : ''].filter(Boolean).join(' ')
</script>

<template>
  <div>
    <PartHead :title="labels.title" :intro="labels.intro">
      <PlainButton v-if="brand.isOwner" kind="act" @click="open(null)">{{ labels.add }}</PlainButton>
    </PartHead>
    <div v-if="failed" class="px-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else-if="!view" class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
    <template v-else>
      <p v-if="!brand.isOwner" class="mx-6 mb-3 text-ink-2">{{ labels.ownersOnly }}</p>
      <EmptyState v-if="list.length === 0" :title="labels.empty.title" :detail="labels.empty.detail" />
      <ul v-else class="mx-6 divide-y divide-rule border-y border-rule">
        <li v-for="one in list" :key="one.id" class="flex items-start gap-4 py-2.5" data-recipient>
          <div class="min-w-0 grow">
            <p class="serif text-headline font-medium wrap-anywhere">{{ one.name }}</p>
            <p class="text-small wrap-anywhere text-ink-2">{{ about(one) }}</p>
            <p v-if="one.message" class="text-small text-bad">{{ trouble(one) }}</p>
            <p v-if="one.unconfirmed.length > 0" class="text-small text-warn">
              {{ labels.unconfirmed(one.unconfirmed) }}
            </p>
          </div>
          <div v-if="brand.isOwner" class="flex shrink-0">
            <ToolButton
              v-if="one.kind === 'webhook'"
              :label="labels.testOf(one.name)"
              :disabled="testing === one.id"
              @click="test(one)"
            >
              <Send :size="15" aria-hidden="true" />
            </ToolButton>
            <ToolButton :label="labels.edit(one.name)" @click="open(one)">
              <Pencil :size="15" aria-hidden="true" />
            </ToolButton>
            <ToolButton :label="labels.removeOf(one.name)" @click="remove(one)">
              <Trash2 :size="15" aria-hidden="true" />
            </ToolButton>
          </div>
        </li>
      </ul>
      <DispatchList v-if="list.length > 0" class="mx-6 mt-6 mb-10" :recipients="list" />
    </template>
    <RecipientDialog
      :open="isOpen"
      :recipient="edited"
      :can-mail="view?.canMail ?? false"
      @close="isOpen = false"
      @secret="secret = $event"
    />
    <SideDialog :open="secret !== ''" :title="labels.secretTitle" place="middle" @close="secret = ''">
      <SecretAddress :label="labels.secret" :address="secret" :hint="labels.secretHint" />
      <template #actions>
        <PlainButton kind="act" @click="secret = ''">{{ labels.secretSeen }}</PlainButton>
      </template>
    </SideDialog>
  </div>
</template>
