<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>Proof: {{ $proof->name }}</title>
<style>
@page { margin: 14mm 13mm; }
body { font: 9pt/1.35 'DejaVu Sans', Arial, sans-serif; color: #14201c; max-width: 184mm; margin: 0 auto; }
h1 { font-size: 15pt; margin: 0 0 1mm; }
h2 { font-size: 10.5pt; margin: 6mm 0 1.5mm; border-bottom: 0.3mm solid #14201c; padding-bottom: 0.8mm; }
p { margin: 0 0 1.2mm; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; padding: 0.9mm 1.2mm; border-bottom: 0.15mm solid #c5ccc6; vertical-align: top; }
th { font-weight: normal; color: #3f4b46; font-size: 7.5pt; }
.margins td, .margins th { font-size: 6.6pt; padding: 0.9mm 0.7mm; white-space: nowrap; }
.margins td:first-child { font-size: 7pt; white-space: normal; }
.fails { color: #ad2a08; } .marginal { color: #7f4d00; } .holds { color: #0f6240; }
.num { text-align: right; } .note { color: #3f4b46; font-size: 7.5pt; } .code { font-family: 'DejaVu Sans Mono', monospace; font-size: 7.5pt; word-wrap: break-word; }
.top td { border: 0; padding: 0 4mm 0 0; } .pics td { border: 0; width: 25%; padding: 0 2mm 0 0; font-size: 7pt; } .pics img { width: 42mm; }
</style>
</head>
<body>
<table class="top"><tr>
<td style="width: 40mm"><img src="{{ $drawing }}" style="width: 36mm" alt="The symbol"></td>
<td>
<h1>{{ $proof->name }}</h1>
<p>{{ $workspace }}</p>
<p>{{ $facts['subject']['symbol'] }}, {{ number_format($facts['subject']['symbol_mm'], 1) }} mm across, module {{ number_format($facts['subject']['module_mm'], 3) }} mm @if ($proof->glyph_revision !== null), revision {{ $proof->glyph_revision }}@endif</p>
<p class="code">{{ mb_strimwidth($text, 0, 300, '…') }}</p>
<p class="note">SHA-256 of the drawing (SVG): <span class="code">{{ $hash }}</span></p>
<p class="note">Proofed {{ $proof->finished_at?->format('j F Y, H:i e') ?? 'in part' }}, seed {{ $proof->seed }}. Verdict:
{{ $facts['tally']['holds'] }} hold, {{ $facts['tally']['marginal'] }} marginal, {{ $facts['tally']['fails'] }} fail of {{ $proof->total }}.
@if ($proof->state !== 'done')<b class="fails">This proof is {{ $proof->state }}: {{ $facts['done'] }} of {{ $proof->total }} cells were found.</b>@endif</p>
</td></tr></table>

@if ($facts['requirements'] !== [])
<h2>What must hold</h2>
<table>
@foreach ($facts['requirements'] as $one)
<tr><td class="{{ $one['met'] ? 'holds' : 'fails' }}">{{ $one['met'] ? '■ met' : '☒ not met' }}</td><td class="code">{{ $one['require'] }}</td><td>{{ $one['message'] }}</td></tr>
@endforeach
</table>
@endif

<h2>How far each device goes before reading fails</h2>
<table class="margins">
<tr><th></th>@foreach ($plan->conditions as $i => $condition)<th>{{ $condition->label() }}@if (($first = reset($rows)[$i] ?? null) !== null && $condition->value !== 'distance')<br>{{ $figures->need($condition, $first) }}@endif</th>@endforeach</tr>
@foreach ($rows as $device => $cells)
<tr><td>{{ $device }}</td>@foreach ($cells as $cell)<td class="{{ $cell?->verdict()->value }}">{{ $figures->mark($cell) }} {{ $figures->margin($cell) }}</td>@endforeach</tr>
@endforeach
</table>
<p class="note">■ holds, ◩ within 15 % of what is needed, ☒ falls short. Simulated devices: typical figures, not measurements of one model.</p>

@if ($pictures !== [])
<h2>Where it is weakest, as those devices see it</h2>
<table class="pics"><tr>
@foreach ($pictures as $one)
<td><img src="{{ $one['picture'] }}" alt=""><br><b>{{ $one['cell']->device->label }}, {{ mb_strtolower($one['cell']->condition->label()) }}</b><br>{{ $figures->margin($one['cell']) }}, needed {{ $figures->figure($one['cell']->need, $one['cell']->condition->unit()) }}</td>
@endforeach
</tr></table>
@endif

@if ($proof->grade !== null)
<h2>Grade of the drawing: {{ $proof->grade['letter'] }} ({{ number_format($proof->grade['grade'], 1) }}), {{ $proof->grade['standard'] }}</h2>
<table>
<tr><th>Parameter</th><th class="num">Measured</th><th class="num">Grade</th></tr>
@foreach ($proof->grade['parameters'] as $one)
<tr><td>{{ $one['label'] }}@if (! $one['counts']) <span class="note">(told, not counted)</span>@endif</td><td class="num">{{ $one['figure'] }}</td><td class="num">{{ $one['letter'] }} {{ number_format($one['grade'], 1) }}</td></tr>
@endforeach
</table>
<p>{{ $proof->grade['advice'] }}</p>
@endif

<h2>Real devices</h2>
@if ($devices === [])
<p class="note">No field check of this revision has a result.</p>
@else
<table>
<tr><th>Device</th><th class="num">Read</th><th class="num">Pass rate</th><th class="num">Median time</th></tr>
@foreach ($devices as $one)
<tr><td>{{ $one['device'] }}</td><td class="num">{{ $one['read'] }} of {{ $one['results'] }}</td><td class="num">{{ round(100 * $one['share']) }} %</td><td class="num">{{ $one['ms'] === null ? 'by hand' : ($one['ms'] < 1000 ? round($one['ms']).' ms' : number_format($one['ms'] / 1000, 1).' s') }}</td></tr>
@endforeach
</table>
@endif
<p class="note" style="margin-top: 5mm">Keen Glyph. A proof tells how a drawing fares before it is printed; the print itself is graded from a scan, and by a calibrated verifier where that is asked for.</p>
</body>
</html>
