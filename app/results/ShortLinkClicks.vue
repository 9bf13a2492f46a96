<script setup lang="ts">
import { Download } from '@lucide/vue'
import { deliveryRoutes } from '#shared/delivery/routes'
import { repointSchema } from '#shared/results/schemas'
import * as words from '#shared/words'

const props = defineProps<{ deliveryId: string }>()
/** Clicks are told to no stream: whoever looks sees new ones after so long. */
const LOOK_EVERY_MS = 15_000
const labels = words.shortLink
const brand = useBrandStore()
const session = useSessionStore()
const { data: link, reload } = useBrandQuery(deliveryRoutes.link, {
  changes: ['delivery', 'clock'],
  freshMs: 0,
  given: () => ({ id: props.deliveryId }),
})
let timer: ReturnType<typeof setInterval> | undefined
onMounted(() => (timer = setInterval(() => !document.hidden && void reload(), LOOK_EVERY_MS)))
onBeforeUnmount(() => clearInterval(timer))

const tables = computed(() => [
  {
    title: labels.sites,
    rows: (link.value?.sites ?? []).map(({ site, clicks }) => ({ name: site || labels.noSite, clicks })),
  },
  {
    title: labels.devices,
    rows: (link.value?.devices ?? []).map(({ device, clicks }) => ({
      name: labels.deviceNames[device],
      clicks,
    })),
  },
])
const isOpen = ref(false)
const form = useForm(repointSchema, { target: '' })
async function repoint(): Promise<void> {
  const done = await form.send(({ target }) =>
    brand.change(labels.repointed, () =>
      brand.call(deliveryRoutes.repoint, { id: props.deliveryId, body: { target } }),
    ),
  )
  if (!done) return
  isOpen.value = false
  form.start({ target: '' })
  await reload()
}
</script>

<template>
  <section v-if="link" class="mb-7" :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <p class="mt-1" data-testid="clicks">
      <template v-if="link.clicks > 0"
        ><b class="serif text-[24px] font-medium">{{ labels.clicks(link.clicks) }}</b
        ><span v-if="link.repeats > 0" class="text-small text-ink-2">
          · {{ labels.repeats(link.repeats) }}</span
        ></template
      >
      <template v-else>{{ labels.none }}</template>
    </p>
    <p class="mt-1 text-small text-ink-3">{{ labels.how }}</p>
    <div v-if="link.clicks > 0" class="mt-3 grid grid-cols-2 gap-x-6">
      <table v-for="table in tables" :key="table.title" class="w-full self-start text-small">
        <thead>
          <tr class="text-left text-ink-3">
            <th class="pb-1 font-normal">{{ table.title }}</th>
            <th class="pb-1 text-right font-normal">{{ labels.people }}</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="row in table.rows" :key="row.name">
            <td class="py-1 wrap-anywhere">{{ row.name }}</td>
            <td class="py-1 text-right tabular-nums">{{ row.clicks }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="mt-3 text-small wrap-anywhere">
      <span class="text-ink-3">{{ labels.leads }}</span>
      <a
        :href="session.outside(link.target)"
        target="_blank"
        rel="noopener noreferrer"
        class="ml-1 text-act underline underline-offset-2"
        >{{ link.target }}</a
      >
    </p>
    <p class="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-small">
      <span class="text-ink-3">{{ labels.qr }}</span>
      <a
        v-for="kind in ['svg', 'png'] as const"
        :key="kind"
        :href="`/r/${link.code}/qr?as=${kind}`"
        :download="`${link.code}.${kind}`"
        class="inline-flex items-center gap-1 text-act underline underline-offset-2"
        ><Download :size="13" aria-hidden="true" />{{ labels[kind] }}</a
      >
      <button
        v-if="brand.canWork && !isOpen"
        type="button"
        class="ml-auto text-act underline underline-offset-2"
        @click="isOpen = true"
      >
        {{ labels.repoint }}
      </button>
    </p>
    <form v-if="isOpen" class="mt-3 grid gap-2" novalidate @submit.prevent="repoint">
      <TextField
        v-model="form.values.target"
        :label="labels.target"
        type="url"
        :error="form.errors.value.target"
        @leave="form.leave('target')"
      />
      <ErrorMessage :message="form.problem.value" />
      <div class="flex gap-2">
        <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ labels.save }}</PlainButton>
        <PlainButton @click="isOpen = false">{{ words.frame.cancel }}</PlainButton>
      </div>
    </form>
  </section>
</template>
