import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-400.css'
import '@fontsource/atkinson-hyperlegible-mono/latin-ext-400.css'
import './app.css'
import { mount } from 'svelte'
import App from './App.svelte'

const target = document.getElementById('app')
if (!target) throw new Error('index.html has no #app')
export default mount(App, { target })
