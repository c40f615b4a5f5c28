import './every-browser'
import '@fontsource-variable/literata'
import '@fontsource-variable/source-sans-3'
import '../theme/elements'
import '../theme/tokens.css'
import '../theme/base.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { mindLacking } from './lacking'
import { router } from './router'
import { useElements } from '../theme/elements'

const app = createApp(App).use(createPinia()).use(router)
useElements(app)
mindLacking(router)
app.mount('#app')
