<p class="p-5">
  Without the server, open a job that was opened on this device before: its address is its name.
</p>
