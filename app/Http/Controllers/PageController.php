<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Csv\CsvWriter;
use App\Http\Requests\ListRequest;
use App\Http\Requests\NewPageRequest;
use App\Http\Requests\PageChangeRequest;
use App\Http\Requests\PagePreviewRequest;
use App\Http\Requests\WaypointListRequest;
use App\Http\Resources\PageResource;
use App\Models\Page;
use App\Pages\PageAnswers;
use App\Pages\SavePage;
use App\Pages\WritePage;
use App\Support\Current;
use App\Support\Keyset;
use App\Waypoints\AskLinks;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use KeenGlyph\Core\Page\PageKind;
use KeenGlyph\Core\Page\PageStyle;
use KeenGlyph\Core\Page\PartField;
use KeenGlyph\Core\Page\PartKind;

/** Pages to land on, for those who make them. */
final readonly class PageController
{
    public function __construct(private SavePage $save, private PageResource $resource)
    {
    }

    public function index(WaypointListRequest $request): JsonResponse
    {
        $pages = Current::workspace($request)->pages()->with('waypoint');
        $query = trim($request->string('query')->toString());
        if ($query !== '') {
            $pattern = '%'.addcslashes($query, '%_\\').'%';
            $pages->where(static fn ($q) => $q->where('name', 'ilike', $pattern)->orWhere('code', 'ilike', $pattern)->orWhereRaw('draft::text ILIKE ?', [$pattern]));
        }
        [$page, $next] = $request->page($pages, Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $page->map(PageResource::summary(...)), 'next_cursor' => $next]);
    }

    /** What pages can be made of, so that forms are drawn from it. */
    public function options(): JsonResponse
    {
        return new JsonResponse([
            'kinds' => array_column(PageKind::cases(), 'value'), 'faces' => array_keys(PageStyle::FACES), 'corners' => array_keys(PageStyle::CORNERS),
            'parts' => array_map(static fn (PartKind $kind): array => ['part' => $kind->value, 'label' => $kind->words(), 'fields' => array_map(static fn (string $name, PartField $field): array => ['name' => $name, ...$field->described()], array_keys($kind->fields()), $kind->fields())], PartKind::cases()),
        ]);
    }

    public function store(NewPageRequest $request): JsonResponse
    {
        $page = $this->save->create(Current::membership($request), $request->kind(), trim($request->string('name')->toString()), $request->language(), $request->code(), $request->content());

        return (new JsonResponse($this->resource->of($page), 201))->header('Location', "/api/v1/pages/{$page->id}");
    }

    public function show(Page $page): JsonResponse
    {
        return new JsonResponse($this->resource->of($page));
    }

    public function update(PageChangeRequest $request, Page $page): JsonResponse
    {
        return new JsonResponse($this->resource->of($this->save->change($page, $request->name(), $request->content())));
    }

    /** Whether each web link of the draft answers; `rule` is the number of its part. */
    public function ask(Page $page, AskLinks $ask): JsonResponse
    {
        $links = [];
        foreach ($page->content()->parts as $i => $part) {
            foreach ([$part->text('href'), ...array_map(static fn (array $row): mixed => $row['href'] ?? '', $part->rows('links'))] as $link) {
                if (is_string($link) && preg_match('#^https?://#i', $link) === 1) {
                    $links[] = [$i, $link];
                }
            }
        }

        return new JsonResponse(['data' => $ask->ofPage($links)]);
    }

    public function publish(Request $request, Page $page): JsonResponse
    {
        return new JsonResponse($this->resource->of($this->save->publish($page, Current::membership($request))));
    }

    public function takeUp(Page $page, string $revision): JsonResponse
    {
        return new JsonResponse($this->resource->of($this->save->takeUp($page, (int) $revision)));
    }

    /** As a phone would show it; it runs nothing and sends nothing. */
    public function preview(PagePreviewRequest $request, Page $page, WritePage $write): Response
    {
        $content = ($request->isLive() ? $page->live() : null) ?? $page->content();
        $language = $request->string('language')->toString();

        return new Response($write->html($page, $content, in_array($language, $content->languages(), true) ? $language : $content->language), 200, [
            'Content-Type' => 'text/html; charset=utf-8', 'Cache-Control' => 'no-store', 'Content-Security-Policy' => "default-src 'none'; img-src 'self'; media-src 'self'; style-src 'unsafe-inline'; base-uri 'none'; sandbox",
        ]);
    }

    public function destroy(Page $page): Response
    {
        $this->save->delete($page);

        return new Response('', 204);
    }

    public function restore(Page $page): JsonResponse
    {
        $this->save->restore($page);

        return new JsonResponse($this->resource->of($page->refresh()));
    }

    public function answers(ListRequest $request, Page $page, PageAnswers $answers): JsonResponse
    {
        [$found, $next] = $request->page($answers->of($page), Keyset::byTime('created_at'));

        return new JsonResponse(['data' => $found->map($answers->row(...)), 'next_cursor' => $next]);
    }

    /** All answers as a table; cells that a spreadsheet would calculate are told apart. */
    public function table(Page $page, PageAnswers $answers): Response
    {
        return new Response(CsvWriter::text([['at', 'question', 'answer'], ...$answers->table($page)]), 200, ['Content-Type' => 'text/csv; charset=utf-8', 'Content-Disposition' => "attachment; filename=\"answers-$page->code.csv\"", 'Cache-Control' => 'no-store']);
    }

    public function forget(Page $page, PageAnswers $answers): Response
    {
        $answers->forget($page);

        return new Response('', 204);
    }
}
