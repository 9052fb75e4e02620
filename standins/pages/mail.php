<?php $members = [['Rhys Ap Owen', '0041'], ['Ines Calder', '17/B'], ['Tom & Ada Ferrier', '0208']]; ?>
<h1>Your card for Swarm Week</h1>
<p>As it arrives in three boxes. Each picture is a signed address; a mail program needs no script for it.</p>
<div class="mails">
<?php foreach ($members as [$name, $number]) {
    $code = ['key' => $host['public'], 'text' => 'https://go.fennmoor.example/card/{{no}}', 'open' => 'm.no', 'm.no' => $number, 'size_px' => '360', 'finish' => 'Plain@1']; ?>
  <article>
    <p>Dear <?= $e($name) ?>,</p>
    <img src="<?= $e(signed('code.png', $code)) ?>" width="180" height="180" alt="Card code of <?= $e($name) ?>">
    <p>Or open <a href="https://go.fennmoor.example/card/<?= rawurlencode($number) ?>">your card</a>.</p>
  </article>
<?php } ?>
</div>
