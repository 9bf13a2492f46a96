<script setup lang="ts">
import * as words from '#shared/words'
import { useChanges } from '~/frame/useChanges'
import KeysDialog from '~/frame/KeysDialog.vue'

useKeyListener()
useChanges()
const notices = useNoticesStore()
const { openKeys } = useKeysDialog()
useKeys([
  { keys: ['u'], message: words.keys.undo, work: true, run: () => notices.undoLast() },
  { keys: ['?'], message: words.keys.keys, run: openKeys },
])
</script>

<template>
  <main id="screen" tabindex="-1" class="flex h-full min-h-0 flex-col outline-none">
    <slot />
    <KeysDialog />
    <NoticeBar low />
  </main>
</template>
