<?php
require_once __DIR__.'/../phone.php';
$text = static fn (string $name, string $usual = ''): string => is_string($_GET[$name] ?? null) ? $_GET[$name] : $usual;
[$device, $language] = [isset(AGENTS[$text('device', 'android')]) ? $text('device', 'android') : 'android', preg_match('/^[a-z]{2}$/', $text('language', 'en')) === 1 ? $text('language', 'en') : 'en'];
$go = $text('go') !== '' ? $text('go') : ($text('code') !== '' ? "{$host['base']}/q/".rawurlencode($text('code')) : '');
$form = array_filter($_SERVER['REQUEST_METHOD'] === 'POST' ? $_POST : [], is_string(...));
$seen = $go === '' ? null : followAll($go, $host['base'], AGENTS[$device], $language, $form, ['device' => $device, 'language' => $language]);
?>
<h1>A phone</h1>
<p>It follows a symbol of Keen Glyph’s through rule, page and action, and says what it would do at the end. Every look counts as a scan.</p>
<form class="phone-set" method="get">
  <label>Symbol <select name="code"><?php foreach ($host['codes'] ?? [] as $code => $name) { ?><option value="<?= $e((string) $code) ?>"<?= $text('code') === (string) $code ? ' selected' : '' ?>><?= $e("$name, $code") ?></option><?php } ?></select></label>
  <label>Phone <select name="device"><?php foreach (array_keys(AGENTS) as $one) { ?><option<?= $device === $one ? ' selected' : '' ?>><?= $e($one) ?></option><?php } ?></select></label>
  <label>Language <select name="language"><?php foreach (['en', 'cy', 'fr', 'de'] as $one) { ?><option<?= $language === $one ? ' selected' : '' ?>><?= $one ?></option><?php } ?></select></label>
  <button>Scan it</button>
</form>
<?php if ($seen !== null) { ?>
<div class="phone-two">
  <div>
    <?php if (preg_match('#/q/([A-Z0-9-]+)$#i', $go, $match) === 1) { ?><img src="<?= $e("{$host['base']}/q/$match[1].svg") ?>" alt="The symbol" width="180" height="180"><?php } ?>
    <ol><?php foreach ($seen['steps'] as $step) { ?><li><?= $e($step) ?></li><?php } ?></ol>
    <?php if ($seen['says'] !== null) { ?><p><strong role="status"><?= $e($seen['says']) ?></strong></p><?php if ($text('at') !== '') { ?><p><a href="/phone?<?= $e(http_build_query(['go' => $text('at'), 'device' => $device, 'language' => $language])) ?>">Back to the page</a></p><?php } ?><?php } ?>
  </div>
  <?php if ($seen['html'] !== null) { ?><iframe class="phone" title="What the phone shows" sandbox="allow-forms allow-top-navigation-by-user-activation" srcdoc="<?= $e($seen['html']) ?>"></iframe><?php } ?>
</div>
<?php } ?>
