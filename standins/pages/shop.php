<?php $jars = ['heather-340' => ['Heather honey, 340 g', '£8.40'], 'blossom-227' => ['Blossom honey, 227 g', '£5.20'], 'comb-400' => ['Comb in frame, 400 g', '£11.00']]; ?>
<h1>Honey</h1>
<div class="columns">
<section aria-label="Jars" class="jars">
<?php foreach ($jars as $slug => [$name, $price]) { ?>
  <article>
    <keen-glyph public-key="<?= $e($host['public']) ?>" text="https://shop.fennmoor.example/jar/<?= $e($slug) ?>" finish="Jar label" size="360" label="Code of <?= $e($name) ?>" caption="Scan to order" menu></keen-glyph>
    <h2><?= $e($name) ?></h2>
    <p><?= $e($price) ?></p>
  </article>
<?php } ?>
</section>
<section aria-label="Label reader">
  <h2>What is on your jar?</h2>
  <keen-glyph-reader public-key="<?= $e($host['public']) ?>" mode="read" symbologies="qr,ean13"></keen-glyph-reader>
  <p id="read" role="status"></p>
</section>
</div>
<script type="module" src="/shop.js"></script>
