<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** One field of a kind: what forms, checks, JSON Schema and documentation are made from. */
final readonly class Field
{
    /** Longest value where nothing shorter is stated, in bytes: more than any symbol holds of text. */
    public const MAX = 2953;

    /**
     * @param  string  $help  the rule in a sentence
     * @param  string  $example  from the demo scenario
     * @param  array<array-key, string>  $options  values and their labels, for choices
     * @param  int  $max  longest value in characters
     * @param  bool  $repeats  a list of values
     * @param  list<Field>  $fields  of a group; the first that is no choice takes a bare value
     * @param  bool  $advanced  seldom needed, so forms may put it away
     * @param  string  $pattern  regular expression without delimiters that the whole value matches
     */
    public function __construct(
        public string $name,
        public string $label,
        public FieldType $type = FieldType::Line,
        public bool $required = false,
        public string $help = '',
        public string $example = '',
        public array $options = [],
        public int $max = self::MAX,
        public bool $repeats = false,
        public array $fields = [],
        public bool $advanced = false,
        public string $pattern = '',
        public string $default = '',
    ) {
    }

    /** The field of a group that a bare value is meant for. */
    public function mainField(): ?self
    {
        foreach ($this->fields as $field) {
            if ($field->type !== FieldType::Choice) {
                return $field;
            }
        }

        return null;
    }
}
