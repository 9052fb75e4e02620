<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Payload;

/** What is known about a kind beside its fields and its text: what people call it, look for it by and may expect of it. */
final readonly class KindMetadata
{
    /**
     * @param  string  $group  of kinds, under which lists show it
     * @param  string  $purpose  what happens when a phone reads it
     * @param  string  $standard  that the text follows
     * @param  list<string>  $words  further ones by which people look for it
     * @param  list<array{label: string, fields: array<string, mixed>}>  $starters  filled-in examples from the demo scenario
     * @param  ?int  $recognisedAs  place in the order in which texts are tried, the most particular first; null when a text is never taken for it
     * @param  ?string  $linkField  the field that holds the web address, where a text is nothing else
     * @param  list<string>  $subject  fields of which the first that is filled in says what it is about; none where the text itself does
     * @param  bool  $needsFnc1  whether the symbol begins with FNC1
     */
    public function __construct(
        public string $label,
        public string $group,
        public string $purpose,
        public string $standard,
        public array $words,
        public TextForm $form,
        public PhoneHandling $phone,
        public array $starters,
        public ?int $recognisedAs = null,
        public ?string $linkField = null,
        public array $subject = [],
        public bool $needsFnc1 = false,
    ) {
    }
}
