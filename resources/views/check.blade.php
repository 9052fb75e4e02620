<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<meta name="robots" content="noindex">
<title>Field check · Keen Glyph</title>
<link rel="icon" type="image/svg+xml" href="/favicon.svg">
@vite('resources/web/check.ts')
</head>
<body><div id="app"></div><noscript>This page needs JavaScript. Read the label with your own scanner and tell whoever asked you what it showed.</noscript></body>
</html>
