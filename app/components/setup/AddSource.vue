<script setup lang="ts">
import type { FoundSource } from '#shared/api'
import { lookSchema, sourceSchema } from '#shared/schemas'
import { words } from '#shared/words'
import { api } from '../../api/client'

const emit = defineEmits<{ added: [label: string] }>()
const says = words.source
const brand = useBrandStore()
const times = useTimes()
const found = ref<FoundSource | null>(null)
const looking = useForm(lookSchema, { address: '' })
const adding = useForm(sourceSchema, { feedUrl: '', label: '', folder: '', own: false })

async function look(address: string): Promise<void> {
  found.value = null
  const shown = await api.post<FoundSource>(brand.path('/sources/look'), { address })
  found.value = shown
  Object.assign(adding.values, { feedUrl: shown.url, label: shown.title.slice(0, 120) })
}
const find = (): Promise<boolean> => looking.send(({ address }) => look(address))
const choose = (url: string): Promise<boolean> => looking.send(() => look(url))

async function add(): Promise<void> {
  const { label } = adding.values
  const done = await adding.send((values) =>
    brand.change(words.notices.added(label), () => api.post(brand.path('/sources'), { ...values, folder: values.folder || null })),
  )
  if (!done) return
  found.value = null
  Object.assign(looking.values, { address: '' })
  await nextTick()
  looking.forget()
  emit('added', label)
}
</script>

<template>
  <section class="rounded-lg border border-rule bg-paper p-4">
    <form class="flex items-start gap-2" novalidate @submit.prevent="find">
      <TextField
        v-model="looking.values.address"
        class="max-w-[440px] grow"
        :label="says.address"
        :placeholder="says.addressHint"
        inputmode="url"
        autocomplete="off"
        :error="looking.errors.value.address || looking.problem.value"
        @leave="looking.values.address && looking.leave('address')"
      />
      <PlainButton class="mt-[21px] min-h-[33px]" :kind="found ? 'plain' : 'act'" type="submit" :busy="looking.busy.value">{{
        looking.busy.value ? says.finding : says.find
      }}</PlainButton>
    </form>
    <form v-if="found" class="mt-4 grid gap-5 border-t border-rule pt-4 column:grid-cols-[1fr_300px]" novalidate @submit.prevent="add">
      <div class="min-w-0">
        <p class="serif text-[18px] leading-tight font-medium">{{ found.title }}</p>
        <p class="truncate text-small text-ink-2">{{ says.found(says.formats[found.format as 'rss'] ?? found.format) }} · {{ found.url }}</p>
        <ChoiceField
          v-if="found.feeds.length > 1"
          class="mt-3"
          :label="says.otherFeeds"
          :model-value="found.url"
          :choices="found.feeds.map((feed) => ({ value: feed.url, label: feed.title ?? feed.url }))"
          @update:model-value="choose"
        />
        <h3 class="mt-3 text-small font-semibold text-ink-2">{{ says.newest }}</h3>
        <ul class="mt-1 divide-y divide-rule">
          <li v-for="item in found.newest" :key="item.title" class="flex items-baseline justify-between gap-3 py-1.5">
            <span class="serif text-[15px] leading-tight">{{ item.title }}</span><span class="shrink-0 text-small text-ink-3">{{
              item.at ? times.ago(item.at) : ''
            }}</span>
          </li>
          <li v-if="found.newest.length === 0" class="py-1.5 text-ink-2">{{ says.noItems }}</li>
        </ul>
      </div>
      <div class="grid content-start gap-3">
        <p v-if="found.known" class="text-warn">{{ says.known(found.known) }}</p>
        <template v-else>
          <TextField v-model="adding.values.label" :label="says.label" :error="adding.errors.value.label" @leave="adding.leave('label')" />
          <TextField
            v-model="adding.values.folder"
            :label="says.folder"
            :placeholder="says.folderHint"
            :error="adding.errors.value.folder"
            @leave="adding.leave('folder')"
          />
          <label class="flex items-center gap-2"><input v-model="adding.values.own" type="checkbox" class="accent-(--act)" />{{ says.own }}</label>
          <ProblemLine :says="adding.problem.value || adding.errors.value.feedUrl || ''" />
          <div>
            <PlainButton kind="act" type="submit" :busy="adding.busy.value">{{ adding.busy.value ? says.adding : says.add }}</PlainButton>
          </div>
        </template>
      </div>
    </form>
  </section>
</template>
