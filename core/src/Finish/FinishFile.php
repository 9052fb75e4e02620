<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** A finish as the JSON object that is exported, imported, saved and sent; `schema()` describes it. */
final class FinishFile
{
    /** Bytes of a mark's picture before it is cleaned. */
    public const MAX_PICTURE = 1_000_000;

    /** A file may also say what it is called and where its schema is. */
    private const KEYS = ['$schema', 'name', 'dark', 'light', 'transparent', 'quiet', 'shape', 'ring', 'centre', 'ring_ink', 'centre_ink', 'gradient', 'padding', 'corner', 'border', 'border_ink', 'mark', 'caption', 'ean'];

    /**
     * @param  array<mixed>  $values  what is missing gets its default
     *
     * @throws InvalidFinish that names the key, such as `mark.size`
     */
    public static function read(array $values, MarkReader $marks): Finish
    {
        $given = new TypedInput($values);
        $given->only(self::KEYS);
        $plain = Inks::blackOnWhite();
        $ean = $given->text('ean');

        return new Finish(
            inks: new Inks(
                dark: $given->colour('dark') ?? $plain->dark,
                light: $given->colour('light') ?? $plain->light,
                transparent: $given->flag('transparent'),
                ring: $given->colour('ring_ink'),
                centre: $given->colour('centre_ink'),
                gradient: self::gradient($given->object('gradient')),
            ),
            quiet: $given->integer('quiet', Finish::QUIET),
            shapes: new PatternShapes(
                module: $given->choice('shape', ModuleShape::Square),
                ring: $given->choice('ring', RingShape::Square),
                centre: $given->choice('centre', CentreShape::Square),
            ),
            frame: new Frame(
                padding: $given->number('padding', 0.0),
                corner: $given->number('corner', 0.0),
                border: $given->number('border', 0.0),
                ink: $given->colour('border_ink'),
            ),
            mark: self::mark($given->object('mark'), $marks),
            caption: self::caption($given->object('caption')),
            ean: $ean === '' ? null : $ean,
        );
    }

    /**
     * Only what differs from black squares on white, so that files stay short.
     *
     * @return array<string, mixed>
     */
    public static function write(Finish $finish): array
    {
        $all = [
            'dark' => $finish->inks->dark->hex(),
            'light' => $finish->inks->light->hex(),
            'quiet' => $finish->quiet,
            'transparent' => $finish->inks->transparent ?: null,
            'shape' => $finish->shapes->module === ModuleShape::Square ? null : $finish->shapes->module->value,
            'ring' => $finish->shapes->ring === RingShape::Square ? null : $finish->shapes->ring->value,
            'centre' => $finish->shapes->centre === CentreShape::Square ? null : $finish->shapes->centre->value,
            'ring_ink' => $finish->inks->ring?->hex(),
            'centre_ink' => $finish->inks->centre?->hex(),
            'gradient' => $finish->inks->gradient === null ? null : self::gradientValues($finish->inks->gradient),
            'padding' => $finish->frame->padding ?: null,
            'corner' => $finish->frame->corner ?: null,
            'border' => $finish->frame->border ?: null,
            'border_ink' => $finish->frame->ink?->hex(),
            'mark' => $finish->mark === null ? null : self::markValues($finish->mark),
            'caption' => $finish->caption === null ? null : self::captionValues($finish->caption),
            'ean' => $finish->ean,
        ];

        return array_filter($all, static fn (mixed $value): bool => $value !== null);
    }

    /**
     * The object as JSON Schema 2020-12.
     *
     * @return array<string, mixed>
     */
    public static function schema(): array
    {
        $one = static fn (array $cases): array => ['enum' => array_column($cases, 'value')];
        $number = static fn (float $least, float $most): array => ['type' => 'number', 'minimum' => $least, 'maximum' => $most];
        $object = static fn (array $properties, array $required = []): array => ['type' => 'object', 'additionalProperties' => false, 'properties' => $properties] + ($required === [] ? [] : ['required' => $required]);
        $ink = ['$ref' => '#/$defs/ink'];

        return [
            '$schema' => 'https://json-schema.org/draft/2020-12/schema',
            'title' => 'Finish: how a symbol looks',
            'description' => 'Lengths are in modules.',
            '$defs' => ['ink' => ['type' => 'string', 'pattern' => '^#?([0-9A-Fa-f]{6}|[0-9A-Fa-f]{3})$']],
            ...$object([
                '$schema' => ['type' => 'string'],
                'name' => ['type' => 'string', 'maxLength' => 120],
                'dark' => $ink + ['description' => 'Ink of the modules'],
                'light' => $ink + ['description' => 'The ground, or the paper beneath a transparent one'],
                'transparent' => ['type' => 'boolean'],
                'quiet' => ['type' => 'integer', 'minimum' => 0, 'maximum' => Finish::MAX_QUIET],
                'shape' => $one(ModuleShape::cases()),
                'ring' => $one(RingShape::cases()),
                'centre' => $one(CentreShape::cases()),
                'ring_ink' => $ink,
                'centre_ink' => $ink,
                'gradient' => $object([
                    'kind' => ['enum' => ['linear', 'radial']],
                    'angle' => ['type' => 'number', 'minimum' => 0, 'exclusiveMaximum' => 360],
                    'stops' => ['type' => 'array', 'minItems' => 2, 'maxItems' => Gradient::MAX_STOPS, 'items' => $object(['at' => $number(0, 1), 'ink' => $ink], ['ink'])],
                ], ['stops']),
                'padding' => $number(0, Frame::MAX_PADDING),
                'corner' => $number(0, Frame::MAX_CORNER),
                'border' => $number(0, Frame::MAX_BORDER),
                'border_ink' => $ink,
                'mark' => $object([
                    'icon' => ['enum' => array_keys(IconArt::ICONS)],
                    'text' => ['type' => 'string', 'minLength' => 1, 'maxLength' => TextArt::MAX],
                    'picture' => ['type' => 'string', 'pattern' => '^data:image/(png|jpeg|webp|svg\\+xml);base64,'],
                    'size' => $number(1, Mark::MAX_SIZE),
                    'padding' => $number(0, Mark::MAX_SIZE / 2),
                    'plate' => $one(MarkPlate::cases()),
                    'beneath' => ['enum' => ['clear', 'keep']],
                    'ink' => $ink,
                ]) + ['oneOf' => [['required' => ['icon']], ['required' => ['text']], ['required' => ['picture']]]],
                'caption' => $object([
                    'text' => ['type' => 'string', 'maxLength' => Caption::MAX_TEXT],
                    'layout' => $one(CaptionLayout::cases()),
                    'size' => $number(1, 20),
                    'hri' => ['type' => 'boolean', 'description' => 'With the readable element string of a GS1 payload'],
                    'ink' => $ink,
                ]),
                'ean' => ['type' => 'string', 'pattern' => '^([0-9]{8}|[0-9]{12,13})$'],
            ]),
        ];
    }

    private static function gradient(?TypedInput $given): ?Gradient
    {
        if ($given === null) {
            return null;
        }
        $given->only(['kind', 'angle', 'stops']);
        $kind = $given->text('kind') ?? 'linear';
        if ($kind !== 'linear' && $kind !== 'radial') {
            throw new InvalidFinish('gradient.kind', 'A gradient is linear or radial.');
        }
        $stops = $given->objects('stops');
        $last = max(1, count($stops) - 1);

        return new Gradient($kind === 'radial', $kind === 'radial' ? 0.0 : $given->number('angle', 0.0), array_map(
            static function (int $i, TypedInput $stop) use ($last): array {
                $stop->only(['at', 'ink']);

                return [$stop->number('at', $i / $last), $stop->colour('ink') ?? throw new InvalidFinish("gradient.stops.$i.ink", 'Each place of a gradient has an ink.')];
            },
            array_keys($stops),
            $stops,
        ));
    }

    private static function mark(?TypedInput $given, MarkReader $marks): ?Mark
    {
        if ($given === null) {
            return null;
        }
        $given->only(['icon', 'text', 'picture', 'size', 'padding', 'plate', 'beneath', 'ink']);
        if (count(array_filter(['icon', 'text', 'picture'], $given->has(...))) !== 1) {
            throw new InvalidFinish('mark', 'A mark is one of an icon, a text or a picture.');
        }
        $beneath = $given->text('beneath') ?? 'clear';
        if ($beneath !== 'clear' && $beneath !== 'keep') {
            throw new InvalidFinish('mark.beneath', 'Modules beneath the mark are “clear” or “keep”.');
        }
        $art = match (true) {
            $given->has('icon') => new IconArt((string) $given->text('icon')),
            $given->has('text') => new TextArt((string) $given->text('text')),
            default => $marks->read(self::bytes((string) $given->text('picture'))),
        };
        $size = $given->number('size', 7.0);

        return new Mark(
            $art,
            $size,
            $given->number('padding', min(0.5, $size / 8)),
            $given->choice('plate', MarkPlate::Square),
            $beneath === 'clear',
            $given->colour('ink'),
        );
    }

    /** The bytes of a data URI (RFC 2397), in base64. */
    private static function bytes(string $uri): string
    {
        if (strlen($uri) > self::MAX_PICTURE * 4 / 3 + 100) {
            throw new InvalidFinish('mark.picture', sprintf('The picture of a mark has at most %.0f MB.', self::MAX_PICTURE / 1e6));
        }
        $bytes = preg_match('~^data:image/(png|jpeg|webp|svg\+xml);base64,~', $uri, $match) === 1 ? base64_decode(substr($uri, strlen($match[0])), true) : false;
        if ($bytes === false || $bytes === '') {
            throw new InvalidFinish('mark.picture', 'A picture is given as a data URI in base64: data:image/png;base64,… (or jpeg, webp, svg+xml). Addresses are not fetched.');
        }

        return $bytes;
    }

    private static function caption(?TypedInput $given): ?Caption
    {
        if ($given === null) {
            return null;
        }
        $given->only(['text', 'layout', 'size', 'hri', 'ink']);
        $caption = new Caption($given->text('text') ?? '', $given->choice('layout', CaptionLayout::Beneath), $given->number('size', 3.0), $given->flag('hri'), $given->colour('ink'));

        return trim($caption->text) === '' && ! $caption->hri ? null : $caption;
    }

    /** @return array<string, mixed> */
    private static function gradientValues(Gradient $gradient): array
    {
        $stops = array_map(static fn (array $stop): array => ['at' => $stop[0], 'ink' => $stop[1]->hex()], $gradient->stops);

        return $gradient->radial ? ['kind' => 'radial', 'stops' => $stops] : ['kind' => 'linear', 'angle' => $gradient->angle, 'stops' => $stops];
    }

    /** @return array<string, mixed> */
    private static function markValues(Mark $mark): array
    {
        $values = $mark->art->toArray() + ['size' => $mark->size, 'padding' => $mark->padding, 'plate' => $mark->plate->value, 'beneath' => $mark->clears ? 'clear' : 'keep'];

        return $mark->ink === null ? $values : $values + ['ink' => $mark->ink->hex()];
    }

    /** @return array<string, mixed> */
    private static function captionValues(Caption $caption): array
    {
        $values = ['text' => $caption->text, 'layout' => $caption->layout->value, 'size' => $caption->size] + ($caption->hri ? ['hri' => true] : []);

        return $caption->ink === null ? $values : $values + ['ink' => $caption->ink->hex()];
    }
}
