<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Check, ChevronsUpDown, Keyboard, LogOut, Moon, Plus, Sun } from '@lucide/vue'
import * as words from '#shared/words'
import BrandMark from './BrandMark.vue'

const session = useSessionStore()
const brand = useBrandStore()
const theme = useTheme()
const { openKeys } = useKeysDialog()
const row = 'flex w-full items-center gap-2 rounded px-2.5 py-1.5 text-left'
const lines = computed(() => {
  const [first = '', ...rest] = (brand.view?.brand.name ?? '').split(' ')
  return rest.length > 1 ? [[first, ...rest.slice(0, -1)].join(' '), rest.at(-1)!] : [first, rest.join(' ')]
})
</script>

<template>
  <Menu as="div" class="relative pb-3 max-column:pb-0">
    <MenuButton
      class="flex w-full items-center gap-[9px] rounded-md px-1.5 py-1 text-left max-wide:justify-center"
      :aria-label="words.frame.brandMenu"
    >
      <BrandMark v-if="brand.view" :mark="brand.view.brand.mark" :ink="brand.view.brand.markInk" />
      <span class="min-w-0 max-wide:hidden">
        <b class="serif block truncate text-[14.5px] leading-tight font-semibold">{{ lines[0] }}</b>
        <span class="flex items-center gap-0.5 text-tiny text-ink-2"
          ><span class="truncate">{{ lines[1] }}</span
          ><ChevronsUpDown :size="11" class="shrink-0" aria-hidden="true"
        /></span>
      </span>
    </MenuButton>
    <MenuItems
      :class="[
        'absolute top-full left-0 z-30 w-60 rounded-lg border border-rule bg-sheet p-1.5',
        'shadow-(--lift)',
        'max-column:top-auto max-column:bottom-full',
      ]"
    >
      <p class="px-2.5 pt-1 pb-0.5 text-small text-ink-3">{{ words.frame.brands }}</p>
      <MenuItem v-for="item in session.me?.brands ?? []" :key="item.id" v-slot="{ active }">
        <button type="button" :class="[row, active && 'bg-well']" @click="session.choose(item.id)">
          <BrandMark :mark="item.mark" :ink="item.markInk" small /><span class="min-w-0 grow truncate">{{
            item.name
          }}</span>
          <Check v-if="item.id === session.brandId" :size="14" aria-hidden="true" />
        </button>
      </MenuItem>
      <MenuItem v-if="session.me?.mayFound" v-slot="{ active }">
        <NuxtLink to="/set-up/brand?new=1" :class="[row, active && 'bg-well']"
          ><Plus :size="15" class="mx-[3.5px]" aria-hidden="true" />{{ words.frame.newBrand }}</NuxtLink
        >
      </MenuItem>
      <hr class="my-1.5 border-rule" />
      <MenuItem v-for="choice in theme.others.value" :key="choice" v-slot="{ active }">
        <button type="button" :class="[row, active && 'bg-well']" @click="theme.set(choice)">
          <component :is="choice === 'dark' ? Moon : Sun" :size="15" aria-hidden="true" />{{
            words.frame.theme[choice]
          }}
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" :class="[row, active && 'bg-well']" @click="openKeys()">
          <Keyboard :size="15" aria-hidden="true" />{{ words.frame.keys
          }}<span class="ml-auto text-ink-3" aria-hidden="true">?</span>
        </button>
      </MenuItem>
      <MenuItem v-slot="{ active }">
        <button type="button" :class="[row, active && 'bg-well']" @click="session.signOut()">
          <LogOut :size="15" aria-hidden="true" />{{ words.frame.signOut }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>
