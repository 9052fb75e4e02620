<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\ResolverLink;
use App\Resolver\CountTaps;
use App\Resolver\Identifier;
use App\Waypoints\OwnHosts;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Config;
use KeenGlyph\Core\Gs1\InvalidElements;
use KeenGlyph\Core\Route\Notice;
use KeenGlyph\Core\Route\Resolver;
use KeenGlyph\Core\Route\ResolverEntry;
use KeenGlyph\Core\Route\Visitor;
use Symfony\Component\HttpFoundation\AcceptHeader;

/** A GS1 Digital Link on this host: leads to the link of the wanted type, or lists all of them as a linkset. */
final class ResolveController
{
    private const LINKSET = 'application/linkset+json';

    public function __invoke(Request $request, OwnHosts $hosts, CountTaps $taps): Response
    {
        try {
            $identifier = Identifier::of(rawurldecode($request->getPathInfo()) === $request->getPathInfo() ? $request->getPathInfo() : (string) parse_url($request->getRequestUri(), PHP_URL_PATH));
        } catch (InvalidElements $e) {
            return self::page(400, 'This identifier is not in order', $e->getMessage());
        }
        // At a host of its own a workspace answers, and nobody else.
        $owner = $hosts->owner(OwnHosts::asked($request->server->all()));
        $base = $owner === null ? Config::string('app.url') : $request->getSchemeAndHttpHost();
        $links = array_values(ResolverLink::query()->when($owner !== null, static fn ($query) => $query->where('workspace_id', $owner))->where('key', $identifier->key())->whereIn('path', $identifier->levels)->orderBy('created_at')->orderBy('id')->get()->all());
        $entries = array_map(static fn (ResolverLink $link): ResolverEntry => $link->entry(), $links);
        if ($entries === []) {
            return self::page(404, 'Nothing is behind this identifier', "{$identifier->path()} is in order, but nobody has put a link behind it here.");
        }
        $asked = $request->query('linkType');
        $type = is_string($asked) ? preg_replace('#^(?:gs1:|https?://(?:ref\.|www\.)?gs1\.org/voc/)#', '', $asked) : null;
        $accepted = array_keys(AcceptHeader::fromString(mb_substr((string) $request->headers->get('Accept', ''), 0, 1000))->all());
        if ($type === 'all' || $type === 'linkset' || in_array(self::LINKSET, $accepted, true)) {
            return new Response((string) json_encode(Resolver::linkset($entries, $identifier->levels, $base, now()->toDateTimeImmutable()), JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR), 200, [
                'Content-Type' => self::LINKSET, 'Access-Control-Allow-Origin' => '*', 'Cache-Control' => 'no-store', 'Vary' => 'Accept',
            ]);
        }
        $media = array_values(array_filter($accepted, static fn (string $one): bool => ! str_contains($one, '*')));
        $entry = Resolver::pick($entries, $identifier->levels, $type === 'defaultLink' ? null : $type, Visitor::languagesOf((string) $request->headers->get('Accept-Language', '')), $media, now()->toDateTimeImmutable());
        if ($entry === null) {
            return self::page(404, $type === null ? 'Nothing is behind this identifier' : 'There is no such link', $type === null ? 'It has links, but none that answers when no type is asked for. Ask for ?linkType=all.' : 'It has no link of this type. Ask for ?linkType=all to see which there are.');
        }

        $place = array_search($entry, $entries, true);
        if (is_int($place)) {
            $taps->answered($links[$place], $request);
        }

        return new Response('', 307, [
            'Location' => self::withQuery($entry->href, $request), 'Cache-Control' => 'no-store', 'Referrer-Policy' => 'no-referrer', 'Vary' => 'Accept, Accept-Language', 'Access-Control-Allow-Origin' => '*',
            'Link' => '<'.$base.$identifier->path().'?linkType=all>; rel="linkset"; type="'.self::LINKSET.'"',
        ]);
    }

    /** What the link carried beside the type goes on to where it leads, as the standard asks. */
    private static function withQuery(string $href, Request $request): string
    {
        $query = (string) $request->server->get('QUERY_STRING', '');
        $passed = array_filter(explode('&', $query), static fn (string $pair): bool => $pair !== '' && ! str_starts_with($pair, 'linkType=') && preg_match('/[\x00-\x20"<>\\\\^`{|}]/', $pair) !== 1);
        [$address, $fragment] = [explode('#', $href, 2)[0], explode('#', $href, 2)[1] ?? null];

        return ($passed === [] ? $address : $address.(str_contains($address, '?') ? '&' : '?').implode('&', $passed)).($fragment === null ? '' : "#$fragment");
    }

    private static function page(int $status, string $title, string $text): Response
    {
        return new Response(Notice::of($title, $text)->html(), $status, ['Content-Type' => 'text/html; charset=utf-8', 'Cache-Control' => 'no-store', 'Content-Security-Policy' => "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'"]);
    }
}
