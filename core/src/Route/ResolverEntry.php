<?php

declare(strict_types=1);

namespace KeenGlyph\Core\Route;

use DateTimeImmutable;

/** One link that stands behind an identifier, or behind a part of it such as a batch. */
final readonly class ResolverEntry
{
    /** Link types of the GS1 Web Vocabulary, without their prefix. */
    public const TYPES = [
        'activityIdeas', 'allergenInfo', 'appDownload', 'careersInfo', 'certificationInfo', 'consumerHandlingStorageInfo', 'epcis', 'eventsInfo', 'faqs', 'handledBy', 'hasRetailers', 'homepage',
        'ingredientsInfo', 'instructions', 'jws', 'leaveReview', 'locationInfo', 'logisticsInfo', 'loyaltyProgram', 'masterData', 'menuInfo', 'nutritionalInfo', 'openingHoursInfo', 'paymentLink', 'pip', 'promotion',
        'purchaseSuppliesOrAccessories', 'quickStartGuide', 'recallStatus', 'recipeInfo', 'registerProduct', 'relatedVideo', 'review', 'safetyInfo', 'scheduleTime', 'serviceInfo', 'smpc', 'socialMedia',
        'subscribe', 'support', 'sustainabilityInfo', 'traceability', 'tutorial', 'userAgreement', 'verificationService', 'whatsInTheBox',
    ];

    /** Where those types are defined. */
    public const VOCABULARY = 'https://ref.gs1.org/voc/';

    /**
     * @param  string  $path  key and qualifiers, such as /01/09520123456788/10/H26-07
     * @param  string  $type  one of TYPES
     * @param  ?string  $language  of what it leads to; null for any
     * @param  ?string  $media  media type of what it leads to; null when it is not said
     * @param  bool  $isDefault  whether it answers when no type is asked for
     * @param  bool  $isRecall  whether it answers whatever is asked for: a recalled batch
     * @param  ?DateTimeImmutable  $endsAt  from when it answers no longer
     */
    public function __construct(public string $path, public string $type, public string $href, public string $title, public ?string $language = null, public ?string $media = null, public bool $isDefault = false, public bool $isRecall = false, public ?DateTimeImmutable $endsAt = null)
    {
    }
}
