import '@fontsource/schibsted-grotesk/400.css'
import '@fontsource/schibsted-grotesk/600.css'
import '@fontsource/spline-sans-mono/400.css'
import './theme/tokens.css'
import './theme/parts.css'
import { createApp } from 'vue'
import FieldCheck from './pages/FieldCheck.vue'

/* A tester's phone loads this page alone: none of the workshop comes with it. */
createApp(FieldCheck, { code: location.pathname.split('/')[2] ?? '' }).mount('#app')
