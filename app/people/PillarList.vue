<script setup lang="ts">
import { peopleRoutes } from '#shared/people/routes'
import { Pencil } from '@lucide/vue'
import type { Pillar } from '#shared/people/types'
import type { Undoable } from '#shared/platform/types'
import { pillarSchema } from '#shared/people/schemas'
import * as words from '#shared/words'
import HashtagField from '~/posts/HashtagField.vue'
import UsualPost from '~/posts/UsualPost.vue'

const labels = words.pillar
const brand = useBrandStore()
const editing = ref<Pillar | null>(null)
const isOpen = ref(false)
const EMPTY = {
  name: '',
  ink: 1,
  description: '',
  returns: 'once' as Pillar['returns'],
  goodDays: null as number | string | null,
  needsApproval: false,
  hashtags: [] as string[],
  accountIds: null as string[] | null,
  version: 1,
}
const form = useForm(pillarSchema, { ...EMPTY })

function open(pillar: Pillar | null = null): void {
  editing.value = pillar
  const free = ((brand.view?.pillars.length ?? 0) % 8) + 1
  form.start(pillar ? { ...pillar, hashtags: [...pillar.hashtags] } : { ...EMPTY, ink: free, hashtags: [] })
  isOpen.value = true
}
async function save(): Promise<void> {
  const known = editing.value
  const done = await form.send((values) =>
    brand.change<Undoable>(known ? words.notices.saved : words.notices.added(values.name), () =>
      known
        ? brand.call(peopleRoutes.editPillar, { id: known.id, body: values })
        : brand.call(peopleRoutes.addPillar, { body: values }),
    ),
  )
  if (done) isOpen.value = false
}
async function remove(): Promise<void> {
  const { id, name } = editing.value!
  if (
    await form.send(() =>
      brand.change(words.notices.removed(name), () => brand.call(peopleRoutes.removePillar, { id })),
    )
  )
    isOpen.value = false
}
const factsOf = ({ returns, goodDays, needsApproval, hashtags }: Pillar): string =>
  [
    labels.returnsNames[returns],
    goodDays === null ? '' : labels.goodDaysShort(goodDays),
    needsApproval ? labels.needsApprovalShort : '',
    hashtags.map((tag) => `#${tag}`).join(' '),
  ]
    .filter(Boolean)
    .join(' · ')
const returnsChoices = Object.entries(labels.returnsNames).map(([value, label]) => ({ value, label }))
/** Slots that are kept for it: they are open to any pillar once it is gone. */
const keptSlots = computed(
  () =>
    (brand.view?.accounts ?? [])
      .flatMap(({ slots }) => slots)
      .filter(({ pillarId }) => pillarId === editing.value?.id).length,
)
defineExpose({ open })
</script>

<template>
  <div>
    <EmptyState
      v-if="brand.view!.pillars.length === 0"
      :title="labels.empty.title"
      :detail="labels.empty.detail"
    />
    <ul v-else class="divide-y divide-rule border-y border-rule">
      <li v-for="pillar in brand.view!.pillars" :key="pillar.id" class="flex items-center gap-4 py-2.5">
        <i
          class="h-9 w-1.5 shrink-0 rounded-sm"
          :style="{ background: `var(--pillar-${pillar.ink})` }"
          aria-hidden="true"
        />
        <div class="min-w-0 grow">
          <p class="serif text-headline font-medium">{{ pillar.name }}</p>
          <p class="text-small text-ink-2">{{ pillar.description }}</p>
          <p class="text-tiny text-ink-3">{{ factsOf(pillar) }}</p>
        </div>
        <PlainButton
          v-if="brand.isOwner"
          kind="quiet"
          class="px-2"
          :aria-label="`${words.frame.edit}: ${pillar.name}`"
          @click="open(pillar)"
          ><Pencil :size="15" aria-hidden="true"
        /></PlainButton>
      </li>
    </ul>
    <SideDialog :open="isOpen" :title="editing ? labels.editTitle : labels.newTitle" @close="isOpen = false">
      <form id="pillar-form" class="grid gap-4" novalidate @submit.prevent="save">
        <TextField
          v-model="form.values.name"
          :label="labels.name"
          :error="form.errors.value.name"
          @leave="form.leave('name')"
        />
        <TextField
          v-model="form.values.description"
          :lines="3"
          :label="labels.description"
          :error="form.errors.value.description"
          @leave="form.leave('description')"
        />
        <InkField v-model="form.values.ink" :label="labels.ink" />
        <ChoiceField v-model="form.values.returns" :label="labels.returns" :choices="returnsChoices" />
        <TextField
          v-model="form.values.goodDays"
          inputmode="numeric"
          :label="labels.goodDays"
          :hint="labels.goodDaysHint"
          :error="form.errors.value.goodDays"
          @leave="form.leave('goodDays')"
        />
        <label class="flex min-h-6 items-center gap-2"
          ><input v-model="form.values.needsApproval" type="checkbox" class="accent-(--act)" />{{
            labels.needsApproval
          }}</label
        >
        <HashtagField
          v-model="form.values.hashtags"
          sign
          :label="labels.hashtags"
          :placeholder="labels.hashtags"
        />
        <UsualPost
          v-model:account-ids="form.values.accountIds"
          accounts-only
          :hint="words.usualPost.pillar"
        />
        <p v-if="editing && keptSlots > 0" class="text-small text-ink-2">{{ labels.keptSlots(keptSlots) }}</p>
        <ErrorMessage :message="form.problem.value" />
      </form>
      <template #actions>
        <PlainButton kind="act" type="submit" form="pillar-form" :busy="form.busy.value">{{
          editing ? words.frame.save : labels.add
        }}</PlainButton>
        <PlainButton v-if="editing" @click="remove">{{ words.frame.remove }}</PlainButton>
      </template>
    </SideDialog>
  </div>
</template>
