<h1>Pages that embed codes</h1>
<p>Each uses what the hand-off of Keen Glyph gives out, and nothing else.</p>
<ul class="list">
<li><a href="/shop">A shop</a> shows a code for each product and reads labels beside it (publishable key).</li>
<li><a href="/enrol">An enrolment page</a> shows a code that lives for 30 seconds and is renewed (page tokens).</li>
<li><a href="/check-in">A check-in page</a> admits at one gate (a page token for that gate).</li>
<li><a href="/mail">A mail</a> as three members receive it (signed picture addresses).</li>
<li><a href="/receiver">A receiver</a> shows what hooks told it, and whether the signature fits.</li>
<li><a href="/phone">A phone</a> follows a symbol through rule, page and action.</li>
<li><a href="/mails">A mail catcher</a> keeps what alerts would send.</li>
</ul>
