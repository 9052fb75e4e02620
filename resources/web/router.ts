import { createRouter, createWebHistory } from 'vue-router'
import { fetchSession } from './composables/useSession'

declare module 'vue-router' {
  interface RouteMeta {
    title: string
    open?: boolean
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/compose' },
    { path: '/sign-in', component: () => import('./pages/SignIn.vue'), meta: { title: 'Sign in', open: true } },
    { path: '/compose/:id?', component: () => import('./pages/Compose.vue'), meta: { title: 'Compose' } },
    { path: '/read', component: () => import('./pages/Read.vue'), meta: { title: 'Read' } },
    { path: '/proof/:id?', component: () => import('./pages/Proof.vue'), meta: { title: 'Proof' } },
    { path: '/pages/:id?', component: () => import('./pages/Pages.vue'), meta: { title: 'Pages' } },
    { path: '/runs/:id?', component: () => import('./pages/Runs.vue'), meta: { title: 'Runs' } },
    { path: '/grade', component: () => import('./pages/Grade.vue'), meta: { title: 'Grade a print' } },
    { path: '/workspace', component: () => import('./pages/Workspace.vue'), meta: { title: 'Workspace' } },
    { path: '/finishes', component: () => import('./pages/Finishes.vue'), meta: { title: 'Finishes' } },
    { path: '/hand-off/:id?', component: () => import('./pages/HandOff.vue'), meta: { title: 'Hand-off' } },
    { path: '/reference/:operation?', component: () => import('./pages/Reference.vue'), meta: { title: 'Reference' } },
    {
      path: '/waypoints/:id?',
      component: () => import('./pages/Waypoints.vue'),
      meta: { title: 'Waypoints' },
    },
    { path: '/resolver', component: () => import('./pages/Resolver.vue'), meta: { title: 'Resolver' } },
    { path: '/hooks', component: () => import('./pages/Hooks.vue'), meta: { title: 'Hooks' } },
    { path: '/keys', component: () => import('./pages/Keys.vue'), meta: { title: 'Keys' } },
    { path: '/glyphs', component: () => import('./pages/Glyphs.vue'), meta: { title: 'Glyphs' } },
    { path: '/:rest(.*)*', component: () => import('./pages/NotFound.vue'), meta: { title: 'Not found', open: true } },
  ],
})

let isSignedIn = false
window.addEventListener('signed-out', () => {
  if (isSignedIn) {
    isSignedIn = false
    void router.push({ path: '/sign-in', query: { to: router.currentRoute.value.fullPath } })
  }
})

export const rememberSignIn = (value: boolean): void => {
  isSignedIn = value
}

router.beforeEach(async (to) => {
  if (to.meta.open === true || isSignedIn) return true
  try {
    isSignedIn = (await fetchSession()) !== null
  } catch {
    // The page itself says that the server does not answer.
    return true
  }
  return isSignedIn ? true : { path: '/sign-in', query: { to: to.fullPath } }
})

router.afterEach((to) => {
  document.title = `${to.meta.title} · Keen Glyph`
})
