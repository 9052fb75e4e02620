<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<title>Keen Glyph</title>
<link rel="icon" type="image/svg+xml" href="/favicon.svg">
@vite('resources/web/main.ts')
</head>
<body><div id="app"></div><noscript>Keen Glyph needs JavaScript. Without it, the command line and the API do the same.</noscript></body>
</html>
