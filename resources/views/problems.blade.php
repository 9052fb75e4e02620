<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="color-scheme" content="light dark">
<title>{{ $only === null ? 'Problems' : $only->title() }} · Keen Glyph API</title>
<link rel="icon" type="image/svg+xml" href="/favicon.svg">
<style>
:root { --ink: #14201c; --soft: #55625c; --paper: #fcfdfb; --line: #d9dfda; --mark: #0f6b4f; }
@media (prefers-color-scheme: dark) { :root { --ink: #e9efe9; --soft: #9fb0a7; --paper: #121915; --line: #2c3932; --mark: #6fd0ac; } }
body { margin: 0; background: var(--paper); color: var(--ink); font: 400 16px/25px "Schibsted Grotesk", system-ui, sans-serif; }
main { max-width: 680px; margin: 0 auto; padding: 48px 24px 80px; }
h1 { font-size: 26px; line-height: 34px; margin: 0 0 24px; }
section { border-top: 1px solid var(--line); padding: 20px 0 12px; }
h2 { font-size: 19px; margin: 0; }
p { margin: 8px 0; }
code { font: 400 14px/22px "Spline Sans Mono", ui-monospace, monospace; color: var(--soft); }
a { color: var(--mark); }
</style>
</head>
<body>
<main>
<h1>{{ $only === null ? 'What the API answers with when something is wrong' : $only->title() }}</h1>
@foreach ($types as $type)
<section id="{{ $type->value }}">
@if ($only === null)
<h2><a href="{{ $type->uri() }}">{{ $type->title() }}</a></h2>
@endif
<p><code>{{ $type->status() }} {{ $type->uri() }}</code></p>
<p>{{ $type->meaning() }}</p>
<p><b>What to do:</b> {{ $type->remedy() }}</p>
</section>
@endforeach
<p><a href="/problems">All problems</a> · <a href="/api/v1/openapi.yaml">The API’s description</a></p>
</main>
</body>
</html>
