// What becomes of articles and posts: the words that the rest is built on.
export type ArticleState = 'new' | 'read' | 'clipped' | 'shelved' | 'passed'
export type Approval = 'draft' | 'in-review' | 'approved' | 'sent-back'
