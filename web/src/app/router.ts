import { createRouter, createWebHistory } from 'vue-router'
import { withElements } from '../theme/elements'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('../shelf/ShelfPage.vue'), meta: { title: 'Shelf' } },
    {
      path: '/new',
      name: 'new',
      component: withElements(() => import('../shelf/NewScenePage.vue')),
      meta: { title: 'New scene' },
    },
    {
      path: '/scene/:scene',
      component: withElements(() => import('./SceneFrame.vue')),
      props: true,
      children: [
        { path: '', redirect: (to) => ({ name: 'draw', params: to.params }) },
        { path: 'plan', name: 'plan', component: () => import('../plan/PlanPage.vue'), meta: { title: 'Plan' } },
        { path: 'draw', name: 'draw', component: () => import('../desk/DeskPage.vue'), meta: { title: 'Draw' } },
        {
          path: 'look',
          name: 'look',
          component: () => import('../look/LookPage.vue'),
          meta: { title: 'Second look' },
        },
        {
          path: 'takes',
          name: 'takes',
          component: () => import('../takes/TakesPage.vue'),
          meta: { title: 'Takes' },
        },
        {
          path: 'hand-over',
          name: 'hand-over',
          component: () => import('../handover/HandoverPage.vue'),
          meta: { title: 'Hand over' },
        },
      ],
    },
    { path: '/:anything(.*)', redirect: '/' },
  ],
})

router.afterEach((to) => {
  document.title = `${String(to.meta['title'] ?? '')} · Unhurried Sketch`
})
