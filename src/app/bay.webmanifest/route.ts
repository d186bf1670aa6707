/** What an installed bay view is called and where it starts. */
export const GET = () =>
  Response.json(
    {
      name: 'Yonder Bolt bay',
      short_name: 'Bay',
      id: '/bay',
      start_url: '/bay',
      scope: '/bay',
      display: 'standalone',
      background_color: '#15181c',
      theme_color: '#15181c',
      icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
    },
    { headers: { 'content-type': 'application/manifest+json' } },
  );
