import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
  preprocess: vitePreprocess(),
  kit: {
    adapter: adapter({ out: 'build', precompress: true }),
    // Nothing of another site is loaded, and no other site puts this one into a frame. Styles of single elements are its own.
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src': ['self', 'unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self', 'data:'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none'],
      },
    },
    alias: { $core: 'src/core' },
    // Registered once a screen has been usable for a moment: fetching the rest must not hold up the first.
    serviceWorker: { register: false },
    // One shell for every screen: what a service worker keeps of one address opens all.
    paths: { relative: false },
    // hooks.server.ts refuses other sites where something is kept; the two open routes take any sender.
    csrf: { trustedOrigins: ['*'] },
  },
};
