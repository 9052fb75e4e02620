<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Page;
use App\Pages\PageAnswers;
use App\Pages\VisitPage;
use App\Pages\WritePage;
use App\Waypoints\OwnHosts;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Route\Answerer;
use KeenGlyph\Core\Route\Visitor;

/** A page for whoever has its address: without session, script or anything from outside. */
final readonly class VisitController
{
    private const HEADERS = [
        'Content-Type' => 'text/html; charset=utf-8', 'Cache-Control' => 'no-store', 'Referrer-Policy' => 'no-referrer', 'X-Robots-Tag' => 'noindex', 'Vary' => 'Accept-Language',
        'Content-Security-Policy' => "default-src 'none'; img-src 'self'; media-src 'self'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'",
    ];

    public function __construct(private VisitPage $visit, private WritePage $write, private OwnHosts $hosts)
    {
    }

    public function show(Request $request, string $code): Response
    {
        $page = $this->visit->find($code);

        return $this->barred($page, $request) ?? $this->html($page, $request);
    }

    /** The answer to the page's question. */
    public function answer(Request $request, string $code, PageAnswers $answers): Response
    {
        $page = $this->visit->find($code);
        $barred = $this->barred($page, $request);
        if ($barred !== null || $page === null) {
            return $barred ?? self::absent();
        }
        $form = $request->request->all();
        [$id, $given] = [$form['part'] ?? null, $form['answer'] ?? null];
        $part = is_string($id) ? $this->visit->question($page, $id) : null;
        if ($part === null || ! is_string($given)) {
            return $this->html($page, $request);
        }
        $problem = $answers->take($page, $part, $given);
        if ($problem === null) {
            $this->visit->tap($page, 'answer');
        }

        return $this->html($page, $request, $problem === null ? $part->id : null, $problem === null ? [] : [$part->id => $problem]);
    }

    /** What a phone saves: a card, a calendar file, or the file of a part. */
    public function save(Request $request, string $code, string $part, string $ending): Response
    {
        $page = $this->visit->find($code);
        $barred = $this->barred($page, $request);
        $saved = $barred !== null || $page === null ? null : $this->visit->saved($page, $part, $ending);

        return match (true) {
            $barred !== null => $barred,
            $saved === null => self::absent(),
            $saved['address'] !== null => new Response('', 302, ['Location' => $saved['address'], 'Cache-Control' => 'no-store', 'Referrer-Policy' => 'no-referrer']),
            default => new Response($saved['content'], 200, ['Content-Type' => $saved['media'], 'Content-Disposition' => "attachment; filename=\"{$saved['name']}\"", 'Cache-Control' => 'no-store']),
        };
    }

    private function barred(?Page $page, Request $request): ?Response
    {
        return match (true) {
            $page === null || ! $this->hosts->allows($request->server->all(), $page->workspace_id) => self::absent(),
            $this->visit->isBarred($page, self::pass($request)) => new Response('', 302, ['Location' => "/q/$page->code", 'Cache-Control' => 'no-store', 'Referrer-Policy' => 'no-referrer']),
            default => null,
        };
    }

    /** @param  array<string, string>  $wrong */
    private function html(?Page $page, Request $request, ?string $answered = null, array $wrong = []): Response
    {
        $content = $page?->live();
        if ($page === null || $content === null) {
            return self::absent();
        }
        $asked = $request->query->all()['lang'] ?? null;
        $language = $content->language([...(is_string($asked) ? [mb_substr($asked, 0, 20)] : []), ...Visitor::languagesOf((string) $request->headers->get('Accept-Language', ''))]);

        return new Response($request->isMethod('HEAD') ? '' : $this->write->html($page, $content, $language, $answered, $wrong, self::pass($request)), $wrong === [] ? 200 : 422, self::HEADERS);
    }

    private static function pass(Request $request): string
    {
        $pass = $request->query->all()['pass'] ?? null;

        return is_string($pass) && strlen($pass) <= 200 ? $pass : '';
    }

    private static function absent(): Response
    {
        $reply = Answerer::unknown();

        return new Response($reply->body, $reply->status, $reply->headers);
    }
}
