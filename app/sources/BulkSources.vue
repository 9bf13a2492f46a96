<script setup lang="ts">
import { FolderPlus, Pause, Play, RefreshCw, Trash2, X } from '@lucide/vue'
import * as words from '#shared/words'
import { type Several, useSourcesStore } from './sourcesStore'

const props = defineProps<{ ids: string[] }>()
const emit = defineEmits<{ done: [] }>()
const says = words.source.several
const brand = useBrandStore()
const session = useSessionStore()
const sources = useSourcesStore()
const notices = useNoticesStore()
const busy = ref<Several | null>(null)
const folder = ref('')
const isFiling = ref(false)
const listId = useId()

async function act(does: Several): Promise<void> {
  const brandId = session.brandId!
  busy.value = does
  try {
    const { count, historyId } = await sources.several(props.ids, does, folder.value.trim() || null)
    const sentence = says.said[does](count, folder.value.trim())
    if (historyId) notices.sayUndoable(sentence, brandId, historyId, sources.load)
    else notices.say(sentence)
    await Promise.all([sources.load(), brand.load()])
    emit('done')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = null
    isFiling.value = false
  }
}
const actions = [
  { does: 'fetch' as const, label: says.fetch, icon: RefreshCw },
  { does: 'pause' as const, label: says.pause, icon: Pause },
  { does: 'resume' as const, label: says.resume, icon: Play },
  { does: 'remove' as const, label: words.frame.remove, icon: Trash2 },
]
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-1.5 rounded-md bg-well px-3 py-1.5"
    role="group"
    :aria-label="says.name"
  >
    <span class="mr-2 font-semibold" aria-live="polite">{{ words.wire.several.count(ids.length) }}</span>
    <PlainButton
      v-for="action in actions"
      :key="action.does"
      :busy="busy === action.does"
      :disabled="busy !== null"
      @click="act(action.does)"
      ><component :is="action.icon" v-if="busy !== action.does" :size="14" aria-hidden="true" />{{
        action.label
      }}</PlainButton
    >
    <form v-if="isFiling" class="flex gap-1.5" @submit.prevent="folder.trim() && act('folder')">
      <input
        v-model="folder"
        :aria-label="words.source.folderName"
        :placeholder="words.source.folderName"
        :list="listId"
        maxlength="120"
        class="w-[150px] rounded-md border border-edge bg-sheet px-2 py-1 text-small"
      />
      <datalist :id="listId">
        <option v-for="name in sources.folderNames" :key="name" :value="name" />
      </datalist>
      <PlainButton type="submit" kind="act" :busy="busy === 'folder'">{{ says.put }}</PlainButton>
    </form>
    <PlainButton v-else @click="isFiling = true"
      ><FolderPlus :size="14" aria-hidden="true" />{{ says.folder }}</PlainButton
    >
    <span class="grow" />
    <PlainButton
      kind="quiet"
      class="px-2"
      :aria-label="words.wire.several.clear"
      :title="words.wire.several.clear"
      @click="emit('done')"
      ><X :size="15" aria-hidden="true"
    /></PlainButton>
  </div>
</template>
