import { ElButton, ElInput, ID_INJECTION_KEY } from 'element-plus'
import 'element-plus/theme-chalk/base.css'
import 'element-plus/theme-chalk/el-button.css'
import 'element-plus/theme-chalk/el-input.css'
import type { App } from 'vue'

let ours: App | undefined

/** Only the parts that the shelf needs, so that it is there soon. */
export function useElements(app: App): void {
  ours = app
  // So that panels and menus lie in the region of the page that is there for them, el-popper-container-1.
  app.provide(ID_INJECTION_KEY, { prefix: 1, current: 0 })
  for (const part of [ElButton, ElInput]) app.use(part)
}

/** A page with all parts, which come with it. */
export const withElements =
  <T>(page: () => Promise<T>) =>
  async (): Promise<T> => {
    const [loaded, { MORE_ELEMENTS, NumberField }] = await Promise.all([page(), import('./more-elements')])
    for (const part of MORE_ELEMENTS) ours!.use(part)
    ours!.component('NumberField', NumberField)
    return loaded
  }
