<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Gs1;

/** Elements in their order, in the form that people read and the form that symbols carry (GS1 General Specifications 7.8). */
final readonly class ElementString
{
    /** Ends an element of variable length: FNC1 as readers transmit it. */
    public const SEPARATOR = "\x1D";

    /** Characters that a GS1-128 symbol holds at most (5.4.2). */
    public const MAX_LINEAR = 48;

    /** @param  list<Element>  $elements */
    public function __construct(public array $elements)
    {
    }

    /**
     * From brackets, from what a symbol carries (leading FNC1 or symbology identifier allowed), or from a Digital Link.
     *
     * @throws InvalidElements when it is none of these
     */
    public static function parse(string $text): self
    {
        $text = trim($text, " \t\r\n");
        if (str_starts_with($text, '(')) {
            return self::fromBrackets($text);
        }
        $bare = ltrim((string) preg_replace('/^\](?:C1|d2|Q3|e0|J1)/', '', $text), self::SEPARATOR);
        if (preg_match('/^\d{2}/', $bare) === 1) {
            return self::fromSymbol($bare);
        }

        return DigitalLink::parse($text)->elements;
    }

    /** A bracket within a value stands as it is unless a known identifier follows in it. */
    public static function fromBrackets(string $text): self
    {
        $elements = [];
        $parts = preg_split('/\((\d{2,4})\)/', $text, -1, PREG_SPLIT_DELIM_CAPTURE) ?: [];
        if (count($parts) < 3 || trim($parts[0]) !== '') {
            throw new InvalidElements('Write each application identifier in brackets before its value, such as (01)09520123456788(10)H26-07.');
        }
        for ($i = 1; $i + 1 < count($parts); $i += 2) {
            $last = count($elements) - 1;
            if (AiTable::find($parts[$i]) === null && $last >= 0 && self::takes($elements[$last], "($parts[$i])".$parts[$i + 1])) {
                $elements[$last] = new Element($elements[$last]->ai, $elements[$last]->value."($parts[$i])".$parts[$i + 1]);
            } else {
                $elements[] = new Element($parts[$i], trim($parts[$i + 1], " \t\r\n"));
            }
        }

        return new self(array_values($elements));
    }

    /** Elements one behind the other, those of variable length ended by a separator. */
    public static function fromSymbol(string $text): self
    {
        $elements = [];
        while ($text !== '') {
            $identifier = AiTable::at($text);
            if ($identifier === null) {
                throw new InvalidElements(sprintf('“%s” begins with no application identifier.', mb_scrub(substr($text, 0, 12), 'UTF-8')));
            }
            $rest = substr($text, strlen($identifier->ai));
            $length = strcspn($rest, self::SEPARATOR);
            if ($identifier->isFixed()) {
                $length = min($length, $identifier->maxLength());
            }
            $elements[] = new Element($identifier->ai, substr($rest, 0, $length));
            $text = substr($rest, $length);
            $text = str_starts_with($text, self::SEPARATOR) ? substr($text, 1) : $text;
        }

        return new self($elements);
    }

    /** The readable form, identifiers in brackets (GS1 General Specifications 4.14). */
    public function bracketed(): string
    {
        return implode('', array_map(static fn (Element $element): string => $element->bracketed(), $this->elements));
    }

    /** What a symbol carries behind its FNC1: separators only where a variable length ends before another element. */
    public function inSymbol(): string
    {
        $text = '';
        $last = count($this->elements) - 1;
        foreach ($this->elements as $i => $element) {
            $text .= $element->ai.$element->value;
            $text .= $i < $last && $element->identifier()?->isFixed() !== true ? self::SEPARATOR : '';
        }

        return $text;
    }

    /** Elements of fixed length first, so that fewer separators are needed (7.8.6), and the key before all. */
    public function canonical(): self
    {
        $ranked = [];
        foreach ($this->elements as $i => $element) {
            $identifier = $element->identifier();
            $ranked[] = [isset(AiTable::KEYS[$element->ai]) || $element->ai === '02' ? 0 : ($identifier?->isFixed() === true ? 1 : 2), $i, $element];
        }
        sort($ranked);

        return new self(array_column($ranked, 2));
    }

    /**
     * Human-readable interpretation, a line an element, for printing (4.14).
     *
     * @return list<string>
     */
    public function readable(): array
    {
        return array_map(static fn (Element $element): string => "($element->ai) $element->value", $this->elements);
    }

    /** The value of the first element with this identifier; null when there is none. */
    public function value(string $ai): ?string
    {
        foreach ($this->elements as $element) {
            if ($element->ai === $ai) {
                return $element->value;
            }
        }

        return null;
    }

    private static function takes(Element $element, string $more): bool
    {
        $identifier = $element->identifier();

        return $identifier !== null && strlen($element->value.$more) <= $identifier->maxLength() && $identifier->components[0]->set === 'x';
    }
}
