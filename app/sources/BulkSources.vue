<script setup lang="ts">
import { FolderPlus, Pause, Play, RefreshCw, Trash2, X } from '@lucide/vue'
import * as words from '#shared/words'
import { type Several, useSources } from './useSources'

const props = defineProps<{ ids: string[] }>()
const emit = defineEmits<{ done: [] }>()
const labels = words.source.several
const changes = useChangesStore()
const session = useSessionStore()
const sources = useSources()
const notices = useNoticesStore()
const busy = ref<Several | null>(null)
const folder = ref('')
const isFiling = ref(false)
const listId = useId()

async function act(action: Several): Promise<void> {
  const brandId = session.brandId!
  busy.value = action
  try {
    const { count, historyId } = await sources.several(props.ids, action, folder.value.trim() || null)
    const sentence = labels.said[action](count, folder.value.trim())
    if (historyId) notices.sayUndoable(sentence, brandId, historyId)
    else notices.say(sentence)
    await changes.whenFresh()
    emit('done')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = null
    isFiling.value = false
  }
}
const actions = [
  { action: 'fetch' as const, label: labels.fetch, icon: RefreshCw },
  { action: 'pause' as const, label: labels.pause, icon: Pause },
  { action: 'resume' as const, label: labels.resume, icon: Play },
  { action: 'remove' as const, label: words.frame.remove, icon: Trash2 },
]
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-1.5 rounded-md bg-well px-3 py-1.5"
    role="group"
    :aria-label="labels.name"
  >
    <span class="mr-2 font-semibold" aria-live="polite">{{ words.wire.several.count(ids.length) }}</span>
    <PlainButton
      v-for="action in actions"
      :key="action.action"
      :busy="busy === action.action"
      :disabled="busy !== null"
      @click="act(action.action)"
      ><component :is="action.icon" v-if="busy !== action.action" :size="14" aria-hidden="true" />{{
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
      <PlainButton type="submit" kind="act" :busy="busy === 'folder'">{{ labels.put }}</PlainButton>
    </form>
    <PlainButton v-else @click="isFiling = true"
      ><FolderPlus :size="14" aria-hidden="true" />{{ labels.folder }}</PlainButton
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
