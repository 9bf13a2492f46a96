<script setup lang="ts">
import * as words from '#shared/words'
import { type DeskShow, useDeskList, useDeskStore } from '~/posts/deskStore'
import DeskListItem from '~/posts/DeskListItem.vue'

const labels = words.desk
useHead({ title: `${labels.title} · ${words.frame.product}` })
const desk = useDeskStore()
const brand = useBrandStore()
const route = useRoute()
const router = useRouter()
const goTo = useGoTo()
const currentId = ref<string | null>(null)

/** Whoever may only look is here for what is in review. */
const usual = computed((): DeskShow => (brand.canWork ? 'all' : 'in-review'))
const asked = route.query['show']
const chosen = ref(typeof asked === 'string' && asked in labels.shows ? (asked as DeskShow) : null)
const show = computed(() => chosen.value ?? usual.value)
const list = useDeskList(() => show.value)
function setShow(wanted: DeskShow): void {
  chosen.value = wanted
  void router.replace({ path: '/desk', query: wanted === usual.value ? {} : { show: wanted } })
}
const index = computed(() => list.rows.findIndex(({ id }) => id === currentId.value))
function step(by: 1 | -1): void {
  currentId.value = list.rows[Math.min(list.rows.length - 1, Math.max(0, index.value + by))]?.id ?? null
  document.querySelector(`[data-post="${currentId.value}"]`)?.scrollIntoView({ block: 'nearest' })
}
const current = computed(() => list.rows[index.value] ?? null)
useKeys([
  { keys: ['j', 'ArrowDown'], message: words.keys.nextFound, run: () => step(1) },
  { keys: ['k', 'ArrowUp'], message: words.keys.previousFound, run: () => step(-1) },
  {
    keys: ['Enter', 'w'],
    message: words.keys.write,
    run: () => current.value && void goTo(`/desk/${current.value.id}`),
  },
  { keys: ['n'], message: words.writing.keys.newPost, work: true, run: () => void goTo('/desk/new') },
  {
    keys: ['v'],
    message: words.writing.keys.approve,
    run: () =>
      current.value?.approval === 'in-review' && current.value.mayApprove && void desk.approve(current.value),
  },
])
const choices = computed(() =>
  (Object.keys(labels.shows) as DeskShow[]).map((value) => ({
    value,
    label: labels.shows[value],
    count: list.view ? list.counts[value] : null,
  })),
)
</script>

<template>
  <div class="flex min-h-0 grow flex-col bg-sheet">
    <PageHead :title="labels.title" :help="words.screenHelp.desk">
      <ChoiceTabs :model-value="show" :label="labels.show" :choices="choices" @update:model-value="setShow" />
      <span class="grow" />
      <PlainButton v-if="brand.canWork" kind="act" @click="goTo('/desk/new')"
        >{{ labels.newPost }} <KeyHint name="n" on-act
      /></PlainButton>
    </PageHead>
    <div class="min-h-0 grow overflow-y-auto">
      <div v-if="list.failed" class="p-6">
        <ErrorMessage :message="list.failed" />
        <PlainButton class="mt-3" @click="list.reload()">{{ words.frame.again }}</PlainButton>
      </div>
      <p v-else-if="!list.view" class="p-6 text-ink-3">{{ words.frame.loading }} …</p>
      <EmptyState
        v-else-if="list.view.rows.length === 0"
        :title="labels.empty.title"
        :detail="labels.empty.detail"
      >
        <PlainButton v-if="brand.canWork" to="/wire" kind="act">{{ words.frame.nobodyThere.go }}</PlainButton>
      </EmptyState>
      <EmptyState
        v-else-if="list.rows.length === 0"
        :title="labels.emptyShow.title"
        :detail="labels.emptyShow.detail"
      />
      <ul v-else class="divide-y divide-rule border-b border-rule">
        <DeskListItem
          v-for="row in list.rows"
          :key="row.id"
          :row="row"
          :current="row.id === currentId"
          @choose="currentId = row.id"
          @approve="desk.approve(row)"
          @remove="desk.remove(row.id)"
        />
      </ul>
    </div>
  </div>
</template>
