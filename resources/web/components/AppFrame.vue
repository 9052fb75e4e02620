<script setup lang="ts">
import { mdiCheck, mdiLogout, mdiMagnify, mdiMenu, mdiThemeLightDark, mdiUnfoldMoreHorizontal } from '@mdi/js'
import { useStorage } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import { useTheme } from 'vuetify'
import { useAbout } from '@/composables/useAbout'
import { useSession } from '@/composables/useSession'
import { useShortcut } from '@/composables/useShortcut'
import { useToast } from '@/composables/useToast'
import { rememberSignIn } from '@/router'
import GoTo from './GoTo.vue'
import KgMarkLogo from './KgMarkLogo.vue'

const places = [
  { to: '/compose', name: 'Compose' },
  { to: '/read', name: 'Read' },
  { to: '/proof', name: 'Proof' },
  { to: '/glyphs', name: 'Glyphs' },
  { to: '/waypoints', name: 'Waypoints' },
  { to: '/pages', name: 'Pages' },
  { to: '/runs', name: 'Runs' },
  { to: '/finishes', name: 'Finishes' },
  { to: '/hand-off', name: 'Hand-off' },
]

/** Set up once and then left alone: behind the menu. */
const further = [
  { to: '/keys', name: 'Keys' },
  { to: '/hooks', name: 'Hooks' },
]

const { session, signOut, switchTo } = useSession()
const { about } = useAbout()
const { say } = useToast()
const router = useRouter()
const theme = useTheme()
const isGoing = ref(false)
/** A screen of another workspace begins anew. */
const visits = ref(0)
const others = computed(() => session.value?.workspaces.filter((one) => one.id !== session.value?.workspace?.id) ?? [])
useShortcut('mod+k', () => (isGoing.value = true))

const chosen = useStorage<'system' | 'light' | 'dark'>('kg-theme', 'system')
watchEffect(() => theme.change(chosen.value))
function swapTheme(): void {
  chosen.value = theme.global.current.value.dark ? 'light' : 'dark'
}

/** Glyphs is where both workspaces have something to show, and nothing half made is carried across. */
async function enter(workspace: string): Promise<void> {
  if (workspace === session.value?.workspace?.id) return
  try {
    await router.push('/glyphs')
    // Somebody may have stayed for what was not saved yet.
    if (router.currentRoute.value.path !== '/glyphs') return
    await switchTo(workspace)
    visits.value++
    say(`You are in ${session.value?.workspace?.name} now.`)
  } catch (e) {
    say(e instanceof Error ? e.message : 'The other workspace cannot be opened.')
  }
}

async function leave(): Promise<void> {
  try {
    await signOut()
    rememberSignIn(false)
    await router.push('/sign-in')
  } catch (e) {
    say(e instanceof Error ? e.message : 'Signing out failed.')
  }
}
</script>

<template>
  <div class="frame">
    <a class="skip" href="#main">Skip to the work area</a>
    <header class="slug">
      <router-link class="name" to="/glyphs"><KgMarkLogo /><span class="word">Keen Glyph</span></router-link>
      <nav aria-label="Main" class="wide">
        <router-link
          v-for="place in places"
          :key="place.to"
          :to="place.to"
          active-class="here"
          :aria-current="$route.path.startsWith(place.to) ? 'page' : undefined"
          >{{ place.name }}</router-link
        >
      </nav>
      <strong class="narrow">{{ $route.meta.title }}</strong>
      <div class="side">
        <v-btn class="bare wide" :prepend-icon="mdiMagnify" @click="isGoing = true"
          >Go to <kbd class="key">Ctrl K</kbd></v-btn
        >
        <v-btn class="bare icon" aria-label="Switch between light and dark" @click="swapTheme"
          ><v-icon :icon="mdiThemeLightDark"
        /></v-btn>
        <v-menu v-if="session && session.workspaces.length > 1">
          <template #activator="{ props }">
            <v-btn
              class="bare wide workspace"
              v-bind="props"
              :append-icon="mdiUnfoldMoreHorizontal"
              :aria-label="`Workspace: ${session.workspace?.name}. Go to another`"
              ><span class="clip">{{ session.workspace?.name }}</span></v-btn
            >
          </template>
          <v-list aria-label="Workspaces">
            <v-list-item
              v-for="one in session.workspaces"
              :key="one.id"
              :title="one.name"
              :subtitle="one.role"
              :append-icon="one.id === session.workspace?.id ? mdiCheck : undefined"
              :aria-current="one.id === session.workspace?.id ? 'true' : undefined"
              @click="enter(one.id)"
            />
          </v-list>
        </v-menu>
        <span v-else class="label wide workspace clip">{{ session?.workspace?.name }}</span>
        <v-menu>
          <template #activator="{ props }">
            <v-btn class="bare icon" v-bind="props" aria-label="Menu"><v-icon :icon="mdiMenu" /></v-btn>
          </template>
          <v-list>
            <v-list-item v-for="place in places" :key="place.to" class="narrow" :to="place.to" :title="place.name" />
            <v-list-item class="narrow" title="Go to …" @click="isGoing = true" />
            <v-list-item v-for="place in further" :key="place.to" :to="place.to" :title="place.name" />
            <v-list-item title="Grade a print" to="/grade" />
            <v-list-item title="API reference" to="/reference" />
            <v-list-item title="Workspace settings" to="/workspace" />
            <v-list-item
              v-if="about?.standins"
              title="Stand-ins"
              :href="about.standins"
              target="_blank"
              rel="noopener"
            />
            <v-list-item
              v-for="one in others"
              :key="one.id"
              class="narrow"
              :title="`Go to ${one.name}`"
              :subtitle="one.role"
              @click="enter(one.id)"
            />
            <v-list-item
              v-if="session?.user"
              :title="`Sign out ${session.user.name}`"
              :prepend-icon="mdiLogout"
              @click="leave"
            />
          </v-list>
        </v-menu>
      </div>
    </header>
    <main id="main" :key="visits" tabindex="-1"><slot /></main>
    <GoTo v-model="isGoing" :places="[...places, ...further]" />
  </div>
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-rows: 44px minmax(0, 1fr);
  height: 100dvh;
}
.slug {
  display: flex;
  align-items: stretch;
  padding: 0 8px 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.name {
  display: flex;
  align-items: center;
  gap: 10px;
  font: 700 15px/20px var(--font-text);
  letter-spacing: -0.01em;
  padding-right: 22px;
  text-decoration: none;
}
nav {
  display: flex;
}
nav a {
  display: flex;
  align-items: center;
  padding: 0 11px;
  text-decoration: none;
  color: var(--ink-2);
  position: relative;
  font: 500 13px/20px var(--font-text);
  white-space: nowrap;
}
nav a:hover {
  color: var(--ink);
}
nav a:focus-visible {
  outline-offset: -4px;
}
/* the current place has a dimension line */
nav a[aria-current] {
  color: var(--ink);
  font-weight: 600;
}
nav a[aria-current]::after {
  content: '';
  position: absolute;
  left: 11px;
  right: 11px;
  bottom: 3px;
  height: 9px;
  border: solid var(--accent);
  border-width: 0 2px;
  background: linear-gradient(var(--accent) 0 0) center / 100% 2px no-repeat;
}
.side {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
}
.key {
  margin-left: 6px;
}
.icon {
  padding: 0;
  width: 32px;
}
.workspace {
  max-width: 260px;
}
main {
  min-height: 0;
  overflow: hidden;
  outline: none;
}
.narrow {
  display: none;
}
strong {
  align-self: center;
  font: 600 14px/20px var(--font-text);
}
@media (max-width: 719px) {
  .slug {
    padding: 0 4px 0 12px;
  }
  .frame {
    grid-template-rows: 48px minmax(0, 1fr);
  }
  .wide,
  .word {
    display: none !important;
  }
  .narrow {
    display: flex;
  }
  .name {
    padding-right: 12px;
  }
  .icon {
    width: 44px;
  }
  .side {
    gap: 0;
  }
}
</style>
