<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Fennmoor Beekeepers’ Cooperative</title>
<link rel="icon" href="/icon.svg">
<link rel="stylesheet" href="/style.css">
<?= $elements ?>
</head>
<body>
<header><a href="/">Fennmoor Beekeepers’ Cooperative</a><nav aria-label="Pages"><a href="/shop">Shop</a><a href="/enrol">Enrol</a><a href="/check-in">Check-in</a><a href="/mail">Mail</a><a href="/receiver">Receiver</a><a href="/phone">Phone</a><a href="/mails">Mails</a></nav></header>
<main><?php require __DIR__.'/'.($page ?? 'absent').'.php'; ?></main>
<footer>A stand-in: a page of somebody else’s, on another origin, that ships with Keen Glyph’s demo.</footer>
</body>
</html>
