<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Finish;

/** An icon of the shipped set. */
final readonly class IconArt implements MarkArt
{
    /** Outlines in a box of 24 by 24, drawn for this set; a hole runs against its outline. */
    public const ICONS = [
        'comb' => 'M12 1 21.5 6.5V17.5L12 23 2.5 17.5V6.5ZM12 6 7 9V15L12 18 17 15V9Z',
        'cell' => 'M12 1 21.5 6.5V17.5L12 23 2.5 17.5V6.5Z',
        'jar' => 'M6 2H18V6H6ZM5 7.5H19Q21 9 21 11V20Q21 22 19 22H5Q3 22 3 20V11Q3 9 5 7.5ZM7 12V18H17V12Z',
        'drop' => 'M12 1.5C15 6.5 20 10.5 20 15A8 8 0 0 1 4 15C4 10.5 9 6.5 12 1.5Z',
        'leaf' => 'M3 21C2 10 8 3 21 3C21 16 14 22 5.5 20.2L12 12 4.2 18.6Z',
        'house' => 'M12 2 23 12H20V22H14V15H10V22H4V12H1Z',
        'pin' => 'M12 23C7 16 4 12.5 4 9A8 8 0 0 1 20 9C20 12.5 17 16 12 23ZM12 5.5A3.5 3.5 0 0 0 12 12.5A3.5 3.5 0 0 0 12 5.5Z',
        'letter' => 'M2 5H22L12 13ZM2 7.6 12 15.6 22 7.6V19H2Z',
        'bell' => 'M12 2C16.5 2 18.5 5.5 18.5 10V15L21 18.5H3L5.5 15V10C5.5 5.5 7.5 2 12 2ZM9 20H15A3 3 0 0 1 9 20Z',
        'basket' => 'M2 9H6L10 2.5 12 4 9 9H15L12 4 14 2.5 18 9H22L20 21H4ZM8 12V18H10V12ZM14 12V18H16V12Z',
        'waves' => 'M12 17A2.5 2.5 0 0 1 12 22A2.5 2.5 0 0 1 12 17ZM5.5 14.5A9.2 9.2 0 0 1 18.5 14.5L16.4 16.6A6.2 6.2 0 0 0 7.6 16.6ZM1.3 10.2A15.2 15.2 0 0 1 22.7 10.2L20.6 12.3A12.2 12.2 0 0 0 3.4 12.3Z',
        'heart' => 'M12 21.5C5 15.5 2 12.5 2 8.5A5.2 5.2 0 0 1 12 6A5.2 5.2 0 0 1 22 8.5C22 12.5 19 15.5 12 21.5Z',
    ];

    /** @throws InvalidFinish */
    public function __construct(public string $name)
    {
        if (! isset(self::ICONS[$name])) {
            throw new InvalidFinish('mark.icon', 'The icons are '.implode(', ', array_keys(self::ICONS)).'.');
        }
    }

    public function toArray(): array
    {
        return ['icon' => $this->name];
    }
}
