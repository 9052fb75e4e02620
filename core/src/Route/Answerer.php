<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use LogicException;

/** Answers a visitor of a waypoint. The same everywhere: at the door, and where one tries what a visitor would get. */
final class Answerer
{
    /**
     * @param  bool  $isUnlocked  whether the passphrase was given, where one is asked for
     * @param  string  $pass  by which a page that asks on says that it was
     */
    public static function answer(OpenWaypoint $waypoint, Visitor $visitor, bool $isUnlocked = false, string $pass = ''): Reply
    {
        $route = $waypoint->route;
        if ($route === null) {
            return self::unknown();
        }
        if ($waypoint->pause !== null) {
            return Reply::page(503, Notice::of('This code rests for a while', $waypoint->pause === '' ? 'Try again later.' : $waypoint->pause));
        }
        if ($route->isOver($visitor->at, $visitor->number)) {
            return $route->then === null ? Reply::page(410, Notice::of('This code has ended', 'What it led to is over.')) : self::to($route->then, $waypoint, null);
        }
        if ($waypoint->isLocked && ! $isUnlocked) {
            return Reply::page(200, Notice::passphrase(false));
        }
        $decision = $route->decide($visitor);

        return $decision->asks ? Reply::page(200, Notice::place($pass)) : self::to($decision->target, $waypoint, $decision->rule, $pass);
    }

    /** What is answered at a code that stands for nothing. */
    public static function unknown(): Reply
    {
        return Reply::page(404, Notice::of('Nothing is behind this code', 'Look whether the address is whole, or scan the code again.'));
    }

    private static function to(Target $target, OpenWaypoint $waypoint, ?int $rule, string $pass = ''): Reply
    {
        $path = $target->path();
        if ($path !== null) {
            // What asks for a passphrase at the door must not ask for it again behind it.
            return Reply::link($path.($pass === '' ? '' : '?pass='.rawurlencode($pass)), $rule);
        }
        $link = $target->tagged($waypoint->route->tags ?? []);
        $host = $target->host();
        if ($host !== null && $waypoint->hosts !== null && ! in_array($host, $waypoint->hosts, true)) {
            return Reply::page(200, Notice::between($link, $host), $rule, true);
        }

        return match ($target->kind) {
            'link' => Reply::link($link, $rule),
            'text' => Reply::page(200, Notice::of('', $target->content), $rule, true),
            'contact' => Reply::file('text/vcard; charset=utf-8', 'contact.vcf', $target->content, $rule),
            'event' => Reply::file('text/calendar; charset=utf-8', 'event.ics', $target->content, $rule),
            default => throw new LogicException('Pages and files have a path.'),
        };
    }
}
