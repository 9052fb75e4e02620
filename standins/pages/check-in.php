<h1>Swarm Week, south field</h1>
<p>Stewards read each card once.</p>
<keen-glyph-reader mode="gate" gate="<?= $e($host['gate']) ?>" door="South" symbologies="qr"></keen-glyph-reader>
<p id="count" role="status">Nobody yet.</p>
<script type="module" src="/check-in.js"></script>
