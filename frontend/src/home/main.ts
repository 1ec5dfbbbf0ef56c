import { createApp } from 'vue'
import HomeApp from './HomeApp.vue'
import '@/ui/tokens.css'

createApp(HomeApp).mount('#app')
