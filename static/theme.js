// Before anything is drawn: the theme that was chosen on this device.
try {
  const theme = localStorage.getItem('gauntlet:theme');
  if (theme) document.documentElement.dataset.theme = theme;
} catch {
  /* storage is shut: the theme follows the system */
}
