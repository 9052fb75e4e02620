<?php $lines = is_file($arrived) ? array_slice(array_reverse(file($arrived, FILE_IGNORE_NEW_LINES) ?: []), 0, 50) : []; ?>
<h1>What arrived</h1>
<p>A system of the cooperative’s that Keen Glyph tells when a glyph is saved or somebody comes through a gate.</p>
<?php if ($lines === []) { ?><p>Nothing yet.</p><?php } ?>
<table>
<?php foreach ($lines as $line) {
    $one = (array) json_decode($line, true); ?>
  <tr><td><?= $e((string) $one['at']) ?></td><td><?= $e((string) $one['event']) ?></td><td><?= $one['signed'] ? 'signature fits' : 'signature does not fit' ?></td><td><code><?= $e((string) $one['body']) ?></code></td></tr>
<?php } ?>
</table>
