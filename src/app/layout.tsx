import type { Metadata } from 'next';
import localFont from 'next/font/local';
import { headers } from 'next/headers';
import './globals.css';

const besley = localFont({
  src: '../../node_modules/@fontsource-variable/besley/files/besley-latin-wght-normal.woff2',
  weight: '400 900',
  variable: '--font-besley',
});
const archivo = localFont({
  src: '../../node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2',
  weight: '100 900',
  declarations: [{ prop: 'font-stretch', value: '62% 125%' }],
  variable: '--font-archivo',
});

export const metadata: Metadata = { title: { default: 'Union Press', template: '%s · Union Press' } };

// before the first paint: the theme that was chosen, else the system's
const THEME = `document.documentElement.dataset.theme=localStorage.getItem('press-theme')||(matchMedia('(prefers-color-scheme: dark)').matches?'night':'day')`;

export default async function Layout({ children }: { children: React.ReactNode }) {
  // only scripts with the nonce of their own answer run; the browser hides it from the page
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" className={`${besley.variable} ${archivo.variable}`} suppressHydrationWarning>
      <head>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: THEME }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
