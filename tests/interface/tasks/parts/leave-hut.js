export default (root) => {
  const dialog = root.querySelector('dialog')
  root.querySelector('.leave-hut__trigger').addEventListener('click', () => dialog.showModal())
  root.querySelector('.leave-hut__close').addEventListener('click', () => dialog.close())
}
