import { createApp } from 'vue'
import HomeApp from './HomeApp.vue'
import { takeToken } from './link'
import { askAhead } from './useSheet'
import '@/ui/tokens.css'

/** Without a network the page opens from what this worker kept; where a browser has none, the page itself goes on. */
if ('serviceWorker' in navigator) navigator.serviceWorker.register('/h/worker.js').catch(() => undefined)

void askAhead(takeToken()).finally(() => createApp(HomeApp).mount('#app'))
