<?php
$folder = (string) getenv('KEEN_GLYPH_MAILS');
$files = $folder === '' ? [] : (glob("$folder/*.eml") ?: []);
rsort($files);
?>
<h1>Mails that were caught</h1>
<p>Keen Glyph sends no mail in a demo. What it would send to anybody lies here, the newest first.</p>
<?php if ($files === []) { ?><p>None yet. Ask to be told of a scan under Waypoints, then scan it.</p><?php } ?>
<?php foreach (array_slice($files, 0, 30) as $file) {
    [$head, $body] = [...preg_split('/\r?\n\r?\n/', (string) file_get_contents($file), 2) ?: [], '', ''];
    $field = static fn (string $name): string => preg_match("/^$name: (.*(?:\r?\n[ \t].*)*)/mi", $head, $match) === 1 ? iconv_mime_decode(trim($match[1]), 2, 'UTF-8') : ''; ?>
<article class="caught">
  <p><strong><?= $e((string) $field('Subject')) ?></strong><br>to <?= $e((string) $field('To')) ?>, <?= $e((string) $field('Date')) ?></p>
  <pre><?= $e(quoted_printable_decode($body)) ?></pre>
</article>
<?php } ?>
