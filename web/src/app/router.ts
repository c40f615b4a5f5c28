import { createRouter, createWebHistory } from 'vue-router'
import { withElements } from '../theme/elements'
import { PLACES } from './places'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('../shelf/ShelfPage.vue'), meta: { title: 'Shelf' } },
    { path: '/drawer', name: 'drawer', component: () => import('../shelf/DrawerPage.vue'), meta: { title: 'Drawer' } },
    {
      path: '/new',
      name: 'new',
      component: withElements(() => import('../shelf/NewScenePage.vue')),
      meta: { title: 'New scene' },
    },
    {
      path: '/guide/:page',
      name: 'guide',
      component: () => import('./find/GuidePage.vue'),
      props: true,
      meta: { title: 'The guide' },
    },
    {
      path: '/practice',
      name: 'practising',
      component: withElements(() => import('../practice/PracticePage.vue')),
      meta: { title: 'Practice' },
    },
    {
      path: '/practice/eye/:kind',
      name: 'eye',
      component: withElements(() => import('../practice/EyePage.vue')),
      props: true,
      meta: { title: 'The eye' },
    },
    {
      path: '/production/:production/log',
      name: 'production-log',
      component: withElements(() => import('../log/production/ProductionLogPage.vue')),
      props: true,
      meta: { title: 'Log of a production' },
    },
    {
      path: '/production/:production/reel',
      name: 'reel',
      component: withElements(() => import('../reel/ReelPage.vue')),
      props: true,
      meta: { title: 'Reel' },
    },
    {
      path: '/production/:production/library',
      name: 'library',
      component: withElements(() => import('../library/LibraryPage.vue')),
      props: true,
      meta: { title: 'Library' },
    },
    {
      path: '/scene/:scene',
      component: withElements(() => import('./SceneFrame.vue')),
      props: true,
      children: [
        { path: '', redirect: (to) => ({ name: 'draw', params: to.params }) },
        ...PLACES.map(({ name, word, page }) => ({ path: name, name, component: page, meta: { title: word } })),
      ],
    },
    { path: '/:anything(.*)', redirect: '/' },
  ],
})

router.afterEach((to) => {
  document.title = `${String(to.meta['title'] ?? '')} · Unhurried Sketch`
})
