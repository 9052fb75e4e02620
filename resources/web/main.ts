import '@fontsource/schibsted-grotesk/400.css'
import '@fontsource/schibsted-grotesk/500.css'
import '@fontsource/schibsted-grotesk/600.css'
import '@fontsource/schibsted-grotesk/700.css'
import '@fontsource/spline-sans-mono/400.css'
import '@fontsource/spline-sans-mono/500.css'
import '@fontsource/spline-sans-mono/600.css'
import './theme/tokens.css'
import './theme/parts.css'
import './theme/library.css'
import './theme/outward.css'
import './theme/modes.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { vuetify } from './theme/vuetify'

createApp(App)
  .use(router)
  .use(vuetify)
  .use(VueQueryPlugin, {
    queryClientConfig: { defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false, staleTime: 5_000 } } },
  })
  .mount('#app')
