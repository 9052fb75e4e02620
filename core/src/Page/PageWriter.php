<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Page;

/** Writes a page as HTML: no script, nothing from outside, in the order in which it is read aloud. */
final class PageWriter
{
    private const LAYOUT = '*{box-sizing:border-box}html{-webkit-text-size-adjust:100%}body{margin:0;background:var(--g);color:var(--i);font:17px/26px var(--f)}main{max-width:34rem;min-height:100vh;margin:0 auto;padding:22px 20px 18px;background:var(--g);display:flex;flex-direction:column;gap:20px}.behind{background-size:cover;background-position:center;background-attachment:fixed}.behind main{box-shadow:0 0 0 1px var(--i)}section,header{display:grid;gap:10px}h1{font-size:27px;line-height:32px;margin:0}h2{font-size:19px;line-height:26px;margin:0}p,ul,dl,figure{margin:0;padding:0;overflow-wrap:anywhere}ul{list-style:none}img,video{max-width:100%;height:auto;border-radius:var(--r);display:block}header img{width:96px;height:96px;object-fit:cover}a{color:var(--a)}.go,button{font:inherit;font-weight:600;min-height:48px;padding:10px 18px;border:1.5px solid var(--a);border-radius:var(--r);background:var(--g);color:var(--a);text-decoration:none;display:flex;align-items:center;justify-content:center;text-align:center}.main{background:var(--a);color:var(--o)}.do .go{padding:10px 6px}.do{display:grid;grid-template-columns:minmax(0,1fr) minmax(0,1fr);gap:8px}.do .wide{grid-column:1/-1}.list{border-top:1.5px solid var(--i)}.list li{border-bottom:1px solid var(--i)}.list a{display:block;position:relative;text-decoration:none;padding:11px 24px 11px 0;min-height:46px;font-weight:600;color:var(--i)}.list a::after{content:"\2192";position:absolute;right:0;top:11px}small{display:block;overflow-wrap:anywhere;font-weight:400;font-size:14px;line-height:20px}.many{display:grid;grid-template-columns:1fr 1fr;gap:8px}dl{display:grid;grid-template-columns:auto 1fr;gap:4px 16px}dd{margin:0;text-align:right}input{font:inherit;min-height:48px;padding:0 12px;width:100%;border:1.5px solid var(--i);border-radius:var(--r);background:var(--g);color:var(--i)}.symbol{background:#fff;padding:12px;width:min(260px,100%);border-radius:var(--r)}.symbol svg{display:block;width:100%;height:auto}.used .symbol{opacity:.35}nav{display:flex;gap:14px;flex-wrap:wrap}footer{margin-top:auto;font-size:14px;line-height:20px}:focus-visible{outline:3px solid var(--a);outline-offset:2px}.wrong{font-weight:600}';

    private function __construct(private readonly Page $page, private readonly PageView $view, private readonly string $language)
    {
    }

    /** @param  string  $language  one of the page's */
    public static function html(Page $page, string $language, PageView $view): string
    {
        return (new self($page->in($language), $view, $language))->document();
    }

    private function document(): string
    {
        $style = $this->page->style;
        $behind = $this->view->files[$style->picture] ?? null;
        $variables = ":root{--g:{$style->ground->hex()};--i:{$style->ink->hex()};--a:{$style->accent->hex()};--o:{$style->onAccent()->hex()};--f:".PageStyle::FACES[$style->face].';--r:'.PageStyle::CORNERS[$style->corners].'px}';
        $title = $this->page->title();
        $parts = implode('', array_map($this->part(...), array_filter($this->page->parts, static fn (Part $part): bool => ! $part->isHidden)));

        return '<!doctype html><html lang="'.self::escaped($this->language).'"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="color-scheme" content="'.($style->ground->luminance() > 0.18 ? 'light' : 'dark').'"><title>'.self::escaped($title === '' ? $this->view->foot : $title).'</title><style>'.self::LAYOUT.$variables.($behind === null ? '' : '.behind{background-image:url("'.self::escaped($behind->address).'")}').'</style></head><body'.($behind === null ? '' : ' class="behind"').'><main>'.$this->languages().$parts.'<footer>'.self::escaped($this->view->foot).'</footer></main></body></html>';
    }

    private function languages(): string
    {
        $others = array_diff($this->page->languages(), [$this->language]);
        if ($others === []) {
            return '';
        }
        $name = static fn (string $tag): string => self::escaped(mb_convert_case(\Locale::getDisplayName($tag, $tag) ?: $tag, MB_CASE_TITLE_SIMPLE));

        return '<nav aria-label="'.$this->say('languages').'">'.implode('', array_map(fn (string $tag): string => '<a lang="'.self::escaped($tag).'" hreflang="'.self::escaped($tag).'" href="'.self::escaped($this->view->address('', ['lang' => $tag])).'">'.$name($tag).'</a>', $others)).'</nav>';
    }

    private function part(Part $part): string
    {
        return match ($part->kind) {
            PartKind::Head => $this->head($part),
            PartKind::Words => self::section(self::paragraphs($part->text('text'))),
            PartKind::Picture => $this->picture($part),
            PartKind::Gallery => self::section('<div class="many">'.implode('', array_map(fn (array $row): string => $this->image(self::of($row, 'picture'), self::of($row, 'alt')), $part->rows('pictures'))).'</div>'),
            PartKind::Links => self::links($part),
            PartKind::Contact => $this->contact($part),
            PartKind::File => $this->file($part),
            PartKind::Event => $this->event($part),
            PartKind::Product => self::product($part),
            PartKind::Hours => $this->hours($part),
            PartKind::Map => $this->map($part),
            PartKind::Form => $this->form($part),
            PartKind::Coupon => $this->coupon($part),
        };
    }

    private function head(Part $part): string
    {
        return '<header>'.$this->image($part->text('picture'), $part->text('alt')).'<h1>'.self::escaped($part->text('title')).'</h1>'.($part->text('line') === '' ? '' : '<p>'.self::escaped($part->text('line')).'</p>').'</header>';
    }

    private function picture(Part $part): string
    {
        return '<figure>'.$this->image($part->text('picture'), $part->text('alt')).($part->text('caption') === '' ? '' : '<figcaption>'.self::escaped($part->text('caption')).'</figcaption>').'</figure>';
    }

    private static function links(Part $part): string
    {
        $isButtons = $part->text('look') === 'buttons';
        $links = '';
        foreach ($part->rows('links') as $row) {
            $words = self::escaped(self::of($row, 'label')).(self::of($row, 'note') === '' ? '' : '<small>'.self::escaped(self::of($row, 'note')).'</small>');
            $links .= $isButtons ? self::go(self::of($row, 'href'), "<span>$words</span>", 'main') : '<li><a rel="noreferrer" href="'.self::escaped(self::of($row, 'href'))."\">$words</a></li>";
        }

        return self::section(self::title($part).($isButtons ? $links : "<ul class=\"list\">$links</ul>"));
    }

    private function contact(Part $part): string
    {
        $fields = PartPayload::of($part)->fields ?? [];
        $list = static fn (string $name, string $column): array => array_values(array_filter(array_map(static fn (mixed $row): string => is_array($row) && is_string($row[$column] ?? null) ? $row[$column] : '', is_array($fields[$name] ?? null) ? $fields[$name] : []), static fn (string $value): bool => $value !== ''));
        $do = self::go($this->view->address("/$part->id.vcf"), $this->say('save'), 'main wide');
        foreach (array_slice($list('phones', 'number'), 0, 2) as $number) {
            $do .= self::go('tel:'.preg_replace('/[^+\d*#]/', '', $number), '<span>'.$this->say('call').'<small>'.self::escaped($number).'</small></span>');
        }
        foreach (array_slice($list('emails', 'address'), 0, 2) as $address) {
            $do .= self::go('mailto:'.str_replace('%40', '@', rawurlencode($address)), '<span>'.$this->say('mail').'<small>'.self::escaped($address).'</small></span>');
        }
        $about = array_filter(array_map(static fn (string $name): string => is_string($fields[$name] ?? null) ? $fields[$name] : '', ['title', 'role', 'organisation', 'note']));

        return self::section(($about === [] ? '' : '<p>'.implode('<br>', array_map(self::escaped(...), $about)).'</p>')."<div class=\"do\">$do</div>");
    }

    private function file(Part $part): string
    {
        $file = $this->view->files[$part->text('file')] ?? null;
        if ($file === null) {
            return '';
        }
        $note = implode(', ', array_filter([$part->text('note'), $file->words()], static fn (string $words): bool => $words !== ''));
        $video = str_starts_with($file->media, 'video/') ? '<video controls preload="none" src="'.self::escaped($file->address).'"></video>' : '';

        return self::section($video.self::go($file->address, '<span>'.self::escaped($part->text('label')).'<small>'.self::escaped($note).'</small></span>'));
    }

    private function event(Part $part): string
    {
        $fields = PartPayload::of($part)->fields ?? [];
        $text = static fn (string $name): string => is_string($fields[$name] ?? null) ? $fields[$name] : '';
        $when = implode(' '.FixedWords::say('to', $this->language).' ', array_filter([EventMoment::words($text('start') ?: $text('start_date'), $this->language), EventMoment::until($text('start') ?: $text('start_date'), $text('end') ?: $text('end_date'), $this->language)], static fn (string $words): bool => $words !== ''));

        return self::section('<h2>'.self::escaped($text('title')).'</h2><dl><dt>'.$this->say('when').'</dt><dd>'.self::escaped($when).($text('time_zone') === '' ? '' : '<small>'.self::escaped($text('time_zone')).'</small>').'</dd>'.($text('location') === '' ? '' : '<dt>'.$this->say('where').'</dt><dd>'.self::escaped($text('location')).'</dd>').'</dl>'.($text('description') === '' ? '' : '<p>'.self::escaped($text('description')).'</p>').self::go($this->view->address("/$part->id.ics"), $this->say('calendar'), 'main'));
    }

    private static function product(Part $part): string
    {
        $lines = '';
        foreach (ProductLines::of($part) as [$name, $value]) {
            $lines .= '<dt>'.self::escaped($name).'</dt><dd>'.self::escaped($value).'</dd>';
        }

        return self::section(self::title($part)."<dl>$lines</dl>");
    }

    private function hours(Part $part): string
    {
        $lines = '';
        foreach ($part->rows('hours') as $row) {
            $days = is_array($row['days'] ?? null) ? array_map(fn (mixed $day): string => is_string($day) ? EventMoment::day($day, $this->language) : '', $row['days']) : [];
            $lines .= '<dt>'.($days === [] ? $this->say('daily') : self::escaped(implode(', ', $days))).'</dt><dd>'.self::escaped(self::of($row, 'from').'–'.self::of($row, 'to')).'</dd>';
        }

        return self::section(self::title($part)."<dl>$lines</dl>".($part->text('zone') === '' ? '' : '<small>'.self::escaped($part->text('zone')).'</small>'));
    }

    private function map(Part $part): string
    {
        [$latitude, $longitude] = [$part->values['latitude'], $part->values['longitude']];
        $to = $part->text('href') !== '' ? $part->text('href') : (is_float($latitude) && is_float($longitude) ? sprintf('geo:%.6F,%.6F', $latitude, $longitude) : '');

        return self::section('<p>'.self::escaped($part->text('label')).'</p>'.($to === '' ? '' : self::go($to, $this->say('map'))));
    }

    private function form(Part $part): string
    {
        if ($this->view->answered === $part->id) {
            return self::section('<p role="status">'.self::escaped($part->text('thanks')).'</p>');
        }
        $wrong = $this->view->wrong[$part->id] ?? '';
        $id = self::escaped("f-$part->id");
        $type = ['email' => 'type="email" autocomplete="email"', 'number' => 'type="text" inputmode="decimal"'][$part->text('answer')] ?? 'type="text"';

        return '<section><form method="post" action="'.self::escaped($this->view->address()).'"><input type="hidden" name="part" value="'.self::escaped($part->id)."\"><label for=\"$id\">".self::escaped($part->text('label'))."</label><input id=\"$id\" name=\"answer\" $type maxlength=\"500\" required".($wrong === '' ? '' : " aria-invalid=\"true\" aria-describedby=\"$id-wrong\"").'>'.($wrong === '' ? '' : "<p class=\"wrong\" id=\"$id-wrong\" role=\"alert\">".self::escaped($wrong).'</p>').'<p><button class="main">'.self::escaped($part->text('button')).'</button></p></form></section>';
    }

    private function coupon(Part $part): string
    {
        $state = $this->view->coupons[$part->id] ?? ['symbol' => '', 'used' => null];
        // The symbol is our own drawing, the only markup that is taken as it is.
        $symbol = $state['symbol'] === '' ? '' : "<div class=\"symbol\">{$state['symbol']}</div>";

        return '<section'.($state['used'] === null ? '' : ' class="used"').'><h2>'.self::escaped($part->text('title')).'</h2>'.$symbol.'<p>'.self::escaped($part->text('code')).'</p>'.($state['used'] === null ? '<p>'.$this->say('show').'</p>' : '<p role="status"><b>'.$this->say('used').' '.self::escaped($state['used']).'</b></p>').self::paragraphs($part->text('terms')).'</section>';
    }

    private function image(string $id, string $alt): string
    {
        $file = $this->view->files[$id] ?? null;

        return $file === null ? '' : '<img src="'.self::escaped($file->address).'" alt="'.self::escaped($alt).'">';
    }

    /** Paragraphs between blank lines; "## " makes a heading of a line. */
    private static function paragraphs(string $text): string
    {
        $html = '';
        foreach (preg_split('/\n\s*\n/', trim($text)) ?: [] as $block) {
            foreach (preg_split('/^(## .*)$/m', $block, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [] as $piece) {
                $piece = trim($piece);
                $html .= match (true) {
                    $piece === '' => '',
                    str_starts_with($piece, '## ') => '<h2>'.self::escaped(substr($piece, 3)).'</h2>',
                    default => '<p>'.str_replace("\n", '<br>', self::escaped($piece)).'</p>',
                };
            }
        }

        return $html;
    }

    /** @param  'save'|'call'|'mail'|'when'|'where'|'calendar'|'map'|'daily'|'show'|'used'|'languages'|'to'  $name */
    private function say(string $name): string
    {
        return self::escaped(FixedWords::say($name, $this->language));
    }

    private static function section(string $inner): string
    {
        return "<section>$inner</section>";
    }

    private static function title(Part $part): string
    {
        return $part->text('title') === '' ? '' : '<h2>'.self::escaped($part->text('title')).'</h2>';
    }

    /** @param  string  $words  markup */
    private static function go(string $to, string $words, string $more = ''): string
    {
        return '<a class="'.trim("go $more").'" rel="noreferrer" href="'.self::escaped($to)."\">$words</a>";
    }

    /** @param  array<string, mixed>  $row */
    private static function of(array $row, string $name): string
    {
        return is_string($row[$name] ?? null) ? $row[$name] : '';
    }

    private static function escaped(string $text): string
    {
        return htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE | ENT_HTML5, 'UTF-8');
    }
}
